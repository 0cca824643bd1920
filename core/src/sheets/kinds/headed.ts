import type { SizeMm } from '../../units/index.js';
import { Column } from '../page/words.js';

/** Height of letters that are read at arm's length, mm. */
export const bodyMm = 3.4;

/** A column of words below a title and what the page is. */
export function headed(title: string, what: string, room: SizeMm): Column {
  const column = new Column(0, 0, room.widthMm, room.heightMm - 14);
  column.write(title, 6);
  column.write(what, bodyMm);
  column.space(4);
  return column;
}
