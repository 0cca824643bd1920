import { copyOrder, readOffRule } from '../../fit/index.js';
import { formatLength, formatSize, type SizeMm } from '../../units/index.js';
import type { SinglePage } from '../lay-out.js';
import { strokeOf, textOf, type PageItem, type VectorItem } from '../page.js';
import type { SheetSource } from '../source.js';
import { SheetError } from '../tiling.js';
import { Column, noteIfCut } from '../words.js';
import { tracedStrokes } from './lines.js';

/** Height of letters that are read at arm's length, mm. */
const bodyMm = 3.4;

function headed(title: string, what: string, room: SizeMm): Column {
  const column = new Column(0, 0, room.widthMm, room.heightMm - 14);
  column.write(title, 6);
  column.write(what, bodyMm);
  column.space(4);
  return column;
}

/** The measures to mark on the surface: a small drawing with numbered marks, and the list. */
export function settingOutPage({ title, map, settingOut, rounding, unit }: SheetSource) {
  return (room: SizeMm): SinglePage[] => {
    const { width, height } = map.surface;
    const pages: SinglePage[] = [];
    let column = headed(
      title,
      `Setting out on ${formatSize(width, height, unit)}. Measure from the ${settingOut.level} and the ${settingOut.side} edge; every measure from the edge itself.`,
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

/** @throws SheetError when no sketch was measured */
export function orderSlipPage({ title, drawing, sketch, unit }: SheetSource) {
  if (!sketch)
    throw new SheetError(
      'The sketch has not been measured: say what it measures at Fit under Enlarge, or with --sketch.',
    );
  return (room: SizeMm): SinglePage[] => {
    const order = copyOrder(sketch, { widthMm: drawing.width, heightMm: drawing.height });
    const column = headed(title, 'Order slip for enlarging by machine.', room);
    column.write(`Original: ${formatSize(sketch.widthMm, sketch.heightMm, unit)}.`, 4.4);
    column.write(`Wanted: ${formatSize(drawing.width, drawing.height, unit)}.`, 4.4);
    column.space(3);
    column.write(`${order.percentByWidth.toFixed(1)} %`, 12);
    column.space(2);
    if (order.passes.length > 1)
      column.write(
        `In ${order.passes.length} passes: ${order.passes.map((pass) => `${pass.toFixed(1)} %`).join(', then ')}.`,
        4.4,
      );
    if (!order.fits)
      column.write(
        `That is by the width; the height then comes out ${formatLength(Math.abs(order.heightOffMm), unit)} ${order.heightOffMm > 0 ? 'too large' : 'too small'}. By the height it would be ${order.percentByHeight.toFixed(1)} %.`,
        4,
      );
    column.write(
      'Please copy at exactly this percentage, without “fit to page”, on plain white paper. Measure the copy before it leaves the shop.',
      4,
    );
    return [{ label: 'order slip', items: column.items, notes: noteIfCut(column) }];
  };
}

/** A label for the tracing, to be cut out: what it is, and which side is which. */
export function labelPage({ title, map, version, date, unit }: SheetSource) {
  return (room: SizeMm): SinglePage[] => {
    const width = Math.min(100, room.widthMm - 2);
    const head = new Column(0, 0, room.widthMm, room.heightMm);
    head.write('Cut out along the dashed lines and stick one on each side of the tracing.', 3, {
      ink: 'guide',
    });
    const one = (top: number, side: string, why: string): Column => {
      const column = new Column(4, top + 2, width - 8, room.heightMm - 2);
      column.writeShortened(title, 5, 2);
      column.write(
        `${formatSize(map.surface.width, map.surface.height, unit)} · ${version === null ? 'map without a version' : `map ${version}`} · ${date}`,
        3.4,
      );
      column.space(2);
      column.write(side, 6);
      column.write(why, 3);
      column.space(4);
      return column;
    };
    const front = one(
      head.y + 4,
      'FRONT ↑',
      'The picture as it will be seen. The arrow points to the top edge.',
    );
    const back = one(
      front.y + 6,
      'REVERSE ↑',
      'Mirrored. This side is rubbed, or traced when the front lies on the surface.',
    );
    const around = (top: number, { y, items }: Column): VectorItem[] => [
      strokeOf([0, top, width, top, width, y, 0, y], 0.2, { closed: true, ink: 'guide', dashMm: [3, 2] }),
      ...items,
    ];
    return [
      {
        label: 'label',
        items: [...head.items, ...around(head.y + 4, front), ...around(front.y + 6, back)],
        notes: noteIfCut(front, back),
      },
    ];
  };
}

/** One page with the decisions, measures and steps, to take to the table. */
export function cardPage(source: SheetSource) {
  const { title, map, decided, steps, version, date } = source;
  return (room: SizeMm): SinglePage[] => {
    const column = headed(
      title,
      `Transfer card · ${version === null ? '' : `map ${version} · `}${date}`,
      room,
    );
    const top = column.y;
    // A small picture of the map beside the decisions.
    const width = 0.36 * room.widthMm;
    const scale = Math.min(width / map.surface.width, (0.3 * room.heightMm) / map.surface.height);
    const left = room.widthMm - map.surface.width * scale - 8;
    const place = (points: ArrayLike<number>) =>
      Float64Array.from({ length: points.length }, (_, i) => (i % 2 === 0 ? left : top) + points[i] * scale);
    const { width: w, height: h } = map.surface;
    const small: PageItem[] = [
      ...tracedStrokes(map, 0.15).map((stroke) => ({
        ...stroke,
        points: place(stroke.points),
        dashMm: null,
      })),
      strokeOf(place([0, 0, w, 0, w, h, 0, h]), 0.2, { closed: true, ink: 'guide' }),
    ];
    const facts = new Column(0, top, left - 6, room.heightMm - 14);
    for (const [name, words] of decided) facts.write(`${name}: ${words}`, 4);
    const list = new Column(0, Math.max(facts.y, top + h * scale) + 5, room.widthMm - 8, room.heightMm - 14);
    // As large as the page takes, so that it can be read on the table; a long list smaller, to stay one page.
    const size = [5, 4.4, 3.8, bodyMm, 3, 2.6, 2.2].find((mm) => fits(steps, mm, list)) ?? 2.2;
    steps.forEach((step, i) => {
      const before = list.y;
      if (!list.write(`${i + 1}.  ${step}`, size, { indentMm: boxShare * size })) return;
      const y = before + size * 0.55;
      list.items.push(
        strokeOf([0, y, size * 0.8, y, size * 0.8, y + size * 0.8, 0, y + size * 0.8], 0.15, {
          closed: true,
        }),
      );
    });
    return [
      {
        label: 'transfer card',
        items: [...column.items, ...small, ...facts.items, ...list.items],
        notes: noteIfCut(column, facts, list),
      },
    ];
  };
}

/** Room for the box that is ticked before a step, against the size of its letters. */
const boxShare = 1.4;

function fits(steps: readonly string[], sizeMm: number, list: Column): boolean {
  const trial = new Column(list.x, list.y, list.widthMm, list.bottom);
  return steps.every((step, i) => trial.write(`${i + 1}.  ${step}`, sizeMm, { indentMm: boxShare * sizeMm }));
}

/** How far the crosses of the calibration sheet lie from the sides of its room, mm. */
const crossInsetMm = 8;

/** The distances between the crosses of a calibration sheet, mm in the file: as long as the paper allows, in whole tens. */
export function crossDistances({ widthMm, heightMm }: SizeMm): SizeMm {
  const ten = (mm: number) => Math.floor((mm - 2 * crossInsetMm) / 10) * 10;
  return { widthMm: ten(widthMm - 6), heightMm: ten(heightMm - 12) };
}

/** Four crosses as far apart as the paper allows, to be measured. It is never corrected itself. */
export function calibrationPage({ unit, date }: SheetSource) {
  return (room: SizeMm): SinglePage[] => {
    const { widthMm, heightMm } = crossDistances(room);
    const [x0, y0, x1, y1] = [crossInsetMm, crossInsetMm, crossInsetMm + widthMm, crossInsetMm + heightMm];
    const items: PageItem[] = [];
    for (const [x, y, name] of [
      [x0, y0, 'A'],
      [x1, y0, 'B'],
      [x1, y1, 'C'],
      [x0, y1, 'D'],
    ] as const) {
      items.push(
        strokeOf([x - 6, y, x + 6, y], 0.1),
        strokeOf([x, y - 6, x, y + 6], 0.1),
        textOf(x + (x === x0 ? 2 : -2), y + (y === y0 ? 5 : -3), name, 4, {
          anchor: x === x0 ? 'start' : 'end',
        }),
      );
    }
    items.push(
      strokeOf([x0 + 8, y0, x1 - 8, y0], 0.1, { ink: 'guide', dashMm: [2, 2] }),
      strokeOf([x0, y0 + 8, x0, y1 - 8], 0.1, { ink: 'guide', dashMm: [2, 2] }),
      strokeOf([x0 + 6, y0 + 6, x1 - 6, y1 - 6], 0.1, { ink: 'faint', dashMm: [2, 4] }),
      strokeOf([x1 - 6, y0 + 6, x0 + 6, y1 - 6], 0.1, { ink: 'faint', dashMm: [2, 4] }),
    );
    const column = new Column(x0 + 14, y0 + 14, widthMm - 28, y1 - 10);
    column.write('Calibration sheet', 5);
    column.write(`Print at 100 %, without “fit to page”, on the paper you will use. ${date}.`, 3.2);
    column.write('Measure from cross to cross with a steel rule, to half a millimetre or better:', 3.2);
    column.space(2);
    for (const words of [
      `A to B, drawn ${formatLength(widthMm, unit)}: ____________`,
      `A to D, drawn ${formatLength(heightMm, unit)}: ____________`,
      `A to C, drawn ${formatLength(Math.hypot(widthMm, heightMm), unit)}: ____________`,
      `B to D, the same: ____________`,
    ])
      column.write(words, 4);
    column.space(2);
    column.write(
      'Type the four lengths at Sheets under Calibrate. Sheets printed after that come out true.',
      3.2,
    );
    return [{ label: 'calibration', items: [...items, ...column.items], notes: noteIfCut(column) }];
  };
}
