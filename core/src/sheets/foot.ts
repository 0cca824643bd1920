import type { SheetKind } from './decisions.js';
import type { PageItem } from './page.js';
import type { Tiling } from './tiling.js';

export type FootText = {
  title: string;
  kind: SheetKind;
  label: string;
  number: number;
  of: number;
  marginMm: number;
};

/** The check bar is a hundred millimetres, or fifty where the paper is too narrow. */
export function checkBarMm(printableWidthMm: number): number {
  return printableWidthMm >= 105 ? 100 : 50;
}

/** The foot of a page: its label and a bar to lay a ruler on. Lengths come out true on the printer. */
export function foot(tiling: Tiling, text: FootText): PageItem[] {
  const { page, scale } = tiling;
  const left = text.marginMm;
  const right = page.widthMm - text.marginMm;
  const bottom = page.heightMm - text.marginMm;
  const barMm = checkBarMm(right - left);
  const barY = bottom - 1.2;
  const items: PageItem[] = [];
  const line = (points: number[], widthMm: number): void => {
    items.push({ kind: 'stroke', points, closed: false, widthMm, ink: 'guide', dashMm: null });
  };
  const write = (
    x: number,
    y: number,
    words: string,
    sizeMm: number,
    anchor: 'start' | 'end' = 'start',
  ): void => {
    items.push({ kind: 'text', x, y, text: words, sizeMm, anchor, ink: 'guide' });
  };
  line([left, barY, left + barMm / scale.x, barY], 0.25);
  for (let mm = 0; mm <= barMm; mm += 10) {
    const x = left + mm / scale.x;
    line([x, barY - (mm % 50 === 0 ? 2 : 1.1), x, barY], mm % 50 === 0 ? 0.2 : 0.12);
  }
  write(left + barMm / scale.x + 2, barY, `${barMm} mm: check with a ruler`, 2.4);
  const side = text.kind === 'mirrored' ? 'REVERSE SIDE, mirrored' : 'outline';
  write(left, bottom - 5.6, `${shortened(text.title)} · ${side}`, 2.8);
  write(right, bottom - 5.6, `${text.label} · ${text.number} of ${text.of} · print at 100 %`, 2.8, 'end');
  return items;
}

function shortened(title: string): string {
  return title.length > 44 ? `${title.slice(0, 43)}…` : title;
}
