import type { Note } from '../../notes/index.js';
import type { SheetDecisions } from '../decisions.js';
import { textOf, type PageText, type VectorItem } from './page.js';

/** A letter of the shipped sans is about so wide, as a share of its height; a little more than the mean. */
const letterShare = 0.5;

/** The first of some wordings that fits a width, the shortest last; that one whatever its width. */
export function fittingWords(wordings: readonly string[], sizeMm: number, widthMm: number): string {
  return (
    wordings.find((words) => textWidthMm(words, sizeMm) <= widthMm) ?? wordings[wordings.length - 1] ?? ''
  );
}

/** A line cut short with an ellipsis where it is wider than it may be. */
export function shortenedTo(text: string, sizeMm: number, widthMm: number): string {
  const most = Math.floor(widthMm / (letterShare * sizeMm));
  return text.length <= most ? text : `${text.slice(0, Math.max(0, most - 1)).trimEnd()}…`;
}

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

/** A note when words were left out of a page, as the paper is too small for them. */
export function noteIfCut(...columns: readonly Column[]): Note<Partial<SheetDecisions>>[] {
  if (!columns.some(({ isFull }) => isFull)) return [];
  return [
    {
      id: 'sheets-cut',
      weight: 'fix',
      says: 'The paper is too small for all that should stand on this page.',
      why: 'Words that do not fit are left out whole, so a step or a measure could be missed at the table.',
      ways: [{ label: 'Print it on A4', change: { paper: 'a4', orientation: 'fewest' } }],
    },
  ];
}

/** From one baseline to the next, against the height of the letters. */
const leading = 1.35;

/** Lines of a page, one under the other, with the place the next would take. */
export class Column {
  readonly items: VectorItem[] = [];
  y: number;
  /** Words were left out, as they did not fit. */
  isFull = false;

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
    if (this.y + lines.length * sizeMm * leading > this.bottom) {
      this.isFull = true;
      return false;
    }
    for (const line of lines) {
      this.y += sizeMm * leading;
      this.items.push(textOf(this.x + indentMm, this.y, line, sizeMm, look));
    }
    return true;
  }

  /** Writes words over so many lines at most; what is longer ends in an ellipsis. */
  writeShortened(text: string, sizeMm: number, maxLines: number): boolean {
    const lines = wrapped(text, sizeMm, this.widthMm);
    const kept = lines.slice(0, maxLines);
    return this.write(lines.length > maxLines ? `${kept.join(' ')}…` : text, sizeMm);
  }

  space(mm: number): void {
    this.y += mm;
  }
}
