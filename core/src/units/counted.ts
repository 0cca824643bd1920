/** A count with its noun, such as `1 line` or `12 lines`. */
export function counted(count: number, noun: string): string {
  return `${count} ${noun}${count === 1 ? '' : 's'}`;
}
