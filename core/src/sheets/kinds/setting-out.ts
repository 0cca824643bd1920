import { readOffRule } from '../../fit/index.js';
import type { SizeMm } from '../../units/index.js';
import type { SinglePage } from '../layout/lay-out.js';
import { strokeOf, textOf } from '../page/page.js';
import type { SheetSource } from '../source.js';
import { bodyMm, headed } from './headed.js';
import type { SheetKindModule } from './kind.js';

/** The measures to mark on the surface: a small drawing with numbered marks, and the list. */
function settingOutPage({ title, map, settingOut, surfaceSays, rounding, unit }: SheetSource) {
  return (room: SizeMm): SinglePage[] => {
    const { width, height } = map.surface;
    const pages: SinglePage[] = [];
    let column = headed(
      title,
      `Setting out on ${surfaceSays} Measure from the ${settingOut.level} and the ${settingOut.side} edge; every measure from the edge itself.${settingOut.really ? ' The surface is out of square; the measures follow its real edges.' : ''}`,
      room,
    );
    const scale = Math.min(room.widthMm / width, (0.38 * room.heightMm) / height);
    const top = column.y;
    const place = (x: number, y: number): [number, number] => [x * scale, top + y * scale];
    const { frame } = map;
    const box = (x: number, y: number, w: number, h: number) => [
      ...place(x, y),
      ...place(x + w, y),
      ...place(x + w, y + h),
      ...place(x, y + h),
    ];
    column.items.push(
      strokeOf(box(0, 0, width, height), 0.3, { closed: true }),
      strokeOf(box(frame.x, frame.y, frame.width, frame.height), 0.15, { closed: true, ink: 'guide' }),
    );
    settingOut.measures.forEach(({ x, y }, i) => {
      const [px, py] = place(x, y);
      column.items.push(
        { kind: 'dots', points: [px, py], diameterMm: 1, ink: 'guide' },
        textOf(px + 1, py - 0.8, String(i + 1), 2.4, { ink: 'guide' }),
      );
    });
    column.y = top + height * scale + 4;
    settingOut.measures.forEach((measure, i) => {
      const line = `${i + 1}.  ${measure.name}: ${readOffRule(measure.fromSideMm, unit, rounding).text} from the ${settingOut.side}, ${readOffRule(measure.fromLevelMm, unit, rounding).text} from the ${settingOut.level}`;
      if (column.write(line, bodyMm)) return;
      pages.push({ label: `setting out ${pages.length + 1}`, items: column.items });
      column = headed(title, 'Setting out, continued.', room);
      column.write(line, bodyMm);
    });
    pages.push({
      label: pages.length === 0 ? 'setting out' : `setting out ${pages.length + 1}`,
      items: column.items,
    });
    return pages;
  };
}

/** The measures to set out as CSV, mm from the two edges of the datum. */
export function measuresCsv({ settingOut }: SheetSource): string {
  const { side, level, measures } = settingOut;
  const rows = measures.map(
    ({ name, fromSideMm, fromLevelMm }) =>
      `"${name.replace(/"/g, '""')}",${fromSideMm.toFixed(3)},${fromLevelMm.toFixed(3)}`,
  );
  return [`mark,from_${side}_mm,from_${level}_mm`, ...rows, ''].join('\r\n');
}

/** A sheet that lies beside the surface. */
export const settingOutKind: SheetKindModule = {
  words: 'setting-out sheet',
  group: 'table',
  pages: settingOutPage,
  files: [{ name: 'measures.csv', label: 'The measures as CSV', write: measuresCsv }],
};
