let press: number | null = null;
let presses = 0;

/** Which press of a pointer this happens during; null while none is down. */
export const currentPress = (): number | null => press;

/**
 * Follows the pointers of a page, so that what is decided during one press, however slowly it is dragged, is one step
 * of undo.
 */
export function followPresses(page: EventTarget): void {
  const down = new Set<number>();
  const begin = (event: Event) => {
    if (!(event instanceof PointerEvent)) return;
    // A press that ended out of the page's sight is over.
    if (event.isPrimary) down.clear();
    if (down.size === 0) press = ++presses;
    down.add(event.pointerId);
  };
  const end = (event: Event) => {
    if (!(event instanceof PointerEvent)) return;
    down.delete(event.pointerId);
    if (down.size > 0) return;
    // What hears of the same release still belongs to it.
    const ended = press;
    setTimeout(() => {
      if (press === ended) press = null;
    });
  };
  page.addEventListener('pointerdown', begin, true);
  page.addEventListener('pointerup', end, true);
  page.addEventListener('pointercancel', end, true);
}
