import type { SizeMm } from '../../units/index.js';
import { strokeOf, textOf, type PageItem } from './page.js';
import { fittingWords, shortenedTo, textWidthMm } from './words.js';

export type FootText = {
  title: string;
  /** What is printed, such as “outline”. */
  called: string;
  label: string;
  number: number;
  of: number;
  /** Where the upright bar stands. */
  barOnLeft: boolean;
};

/** The check bar is a hundred millimetres, or less where the paper is too small. */
export function checkBarMm(roomMm: number): number {
  return [100, 50].find((mm) => roomMm >= mm + barWordsMm) ?? 20;
}

/** Beside a bar stands at least how long it is, mm. */
const barWordsMm = 12;

/**
 * The foot of a page: its label and a bar to lay a ruler on, and another up one side.
 *
 * @param room mm as they come out on paper, from its corner
 */
export function foot({ widthMm, heightMm }: SizeMm, text: FootText): PageItem[] {
  const barMm = checkBarMm(widthMm);
  const barY = heightMm - 1.2;
  const uprightMm = checkBarMm(heightMm - 14);
  const barX = text.barOnLeft ? 1.2 : widthMm - 1.2;
  const inwards = text.barOnLeft ? 1 : -1;
  const barTop = heightMm - 14 - uprightMm;
  const items: PageItem[] = [
    strokeOf([0, barY, barMm, barY], 0.25, { ink: 'guide' }),
    strokeOf([barX, barTop, barX, barTop + uprightMm], 0.25, { ink: 'guide' }),
  ];
  for (let mm = 0; mm <= Math.max(barMm, uprightMm); mm += 10) {
    const long = mm % 50 === 0;
    const tick = long ? 2 : 1.1;
    const widthOfTick = long ? 0.2 : 0.12;
    if (mm <= barMm) items.push(strokeOf([mm, barY - tick, mm, barY], widthOfTick, { ink: 'guide' }));
    if (mm <= uprightMm)
      items.push(
        strokeOf([barX + inwards * tick, barTop + mm, barX, barTop + mm], widthOfTick, { ink: 'guide' }),
      );
  }
  const both = barMm === uprightMm ? `${barMm} mm both ways` : `${barMm} and ${uprightMm} mm`;
  const says = fittingWords([`${both}: check with a ruler`, both, `${barMm} mm`], 2.4, widthMm - barMm - 2);
  const { label, number, of } = text;
  const which = fittingWords(
    [`${label} · ${number} of ${of} · print at 100 %`, `${label} · ${number} of ${of}`, label],
    labelMm,
    0.5 * widthMm,
  );
  const left = widthMm - textWidthMm(which, labelMm) - 3;
  items.push(
    textOf(barMm + 2, barY, says, 2.4, { ink: 'guide' }),
    textOf(0, heightMm - 5.6, whatIsPrinted(text, left), labelMm, { ink: 'guide' }),
    textOf(widthMm, heightMm - 5.6, which, labelMm, { anchor: 'end', ink: 'guide' }),
  );
  return items;
}

/** Height of the letters of a sheet's label, mm. */
const labelMm = 2.8;

/** The title and what is printed; where there is little room the title is cut, and given up last of all. */
function whatIsPrinted({ title, called }: FootText, roomMm: number): string {
  const rest = roomMm - textWidthMm(` · ${called}`, labelMm);
  const minMm = textWidthMm('Title', labelMm);
  return rest >= minMm
    ? `${shortenedTo(title, labelMm, rest)} · ${called}`
    : shortenedTo(called, labelMm, roomMm);
}
