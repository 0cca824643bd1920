import { textOf, type PageText, type VectorItem } from './page.js';

/** A letter of the shipped sans is about so wide, as a share of its height; a little more than the mean. */
const letterShare = 0.5;

/** About the width a line of text takes, mm. */
export function textWidthMm(text: string, sizeMm: number): number {
  return letterShare * sizeMm * text.length;
}

/** Breaks words into lines that fit a width. */
function wrapped(text: string, sizeMm: number, widthMm: number): string[] {
  const most = Math.max(8, Math.floor(widthMm / (letterShare * sizeMm)));
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/)) {
    if (line !== '' && line.length + 1 + word.length > most) {
      lines.push(line);
      line = word;
    } else line = line === '' ? word : `${line} ${word}`;
  }
  return line === '' ? lines : [...lines, line];
}

/** Lines of a page, one under the other, with the place the next would take. */
export class Column {
  readonly items: VectorItem[] = [];
  y: number;

  /**
   * @param x where lines begin, mm
   * @param top where the first line may begin
   * @param widthMm where lines break
   * @param bottom where the column is full
   */
  constructor(
    readonly x: number,
    top: number,
    readonly widthMm: number,
    readonly bottom: number,
  ) {
    this.y = top;
  }

  /** Writes words over as many lines as they take; says false, and writes nothing, when they do not fit any more. */
  write(
    text: string,
    sizeMm: number,
    rest: Partial<Pick<PageText, 'ink'>> & { indentMm?: number } = {},
  ): boolean {
    const { indentMm = 0, ...look } = rest;
    const lines = wrapped(text, sizeMm, this.widthMm - indentMm);
    if (this.y + lines.length * sizeMm * 1.35 > this.bottom) return false;
    for (const line of lines) {
      this.y += sizeMm * 1.35;
      this.items.push(textOf(this.x + indentMm, this.y, line, sizeMm, look));
    }
    return true;
  }

  space(mm: number): void {
    this.y += mm;
  }
}
