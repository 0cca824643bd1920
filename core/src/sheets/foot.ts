import type { SizeMm } from '../units/index.js';
import { strokeOf, textOf, type PageItem } from './page.js';

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

/** The check bar is a hundred millimetres, or fifty where the paper is too small. */
export function checkBarMm(roomMm: number): number {
  return roomMm >= 105 ? 100 : 50;
}

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
  items.push(
    textOf(barMm + 2, barY, `${both}: check with a ruler`, 2.4, { ink: 'guide' }),
    textOf(0, heightMm - 5.6, `${shortened(text.title)} · ${text.called}`, 2.8, { ink: 'guide' }),
    textOf(widthMm, heightMm - 5.6, `${text.label} · ${text.number} of ${text.of} · print at 100 %`, 2.8, {
      anchor: 'end',
      ink: 'guide',
    }),
  );
  return items;
}

function shortened(title: string): string {
  return title.length > 44 ? `${title.slice(0, 43)}…` : title;
}
