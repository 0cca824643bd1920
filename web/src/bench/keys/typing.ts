/** True where keys belong to what is being typed; a choice or a switch in focus leaves letters free. */
export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  const typed = 'input:not([type="radio"], [type="checkbox"]), textarea, select, [role="combobox"]';
  return target.isContentEditable || target.closest(typed) !== null;
}
