import type { Note } from '../../notes/index.js';
import { formatLength, type SizeMm } from '../../units/index.js';
import type { SheetDecisions } from '../decisions.js';
import type { SinglePage } from '../layout/lay-out.js';
import { strokeOf, type PageItem } from '../page/page.js';
import type { SheetSource } from '../source.js';
import { Column, noteIfCut } from '../page/words.js';
import { guideStrokes, requireLines, tracedStrokes } from './lines.js';
import { asPicture, type SheetKindModule } from './kind.js';

/** The finest line office printers hold on film, mm. */
const finestMm = 0.1;

/** A broken line's dashes shrink with the map, but no further than can be told apart, mm. */
const minDashMm = 0.6;

/** How a map is brought onto film: its scale, the lines on it, and what they become on the surface. */
export type FilmPlan = {
  magnification: number;
  filmLineMm: number;
  surfaceLineMm: number;
  thinEnough: boolean;
};

/**
 * The map as large as the projector's stage and the film take it, its lines as fine as the surface asks for or the
 * printer holds.
 *
 * @param room what can be printed on the film, mm
 */
export function planFilm(
  frame: { width: number; height: number },
  { stageMm, maxLineMm }: SheetDecisions['film'],
  room: { width: number; height: number },
): FilmPlan {
  const magnification = Math.max(
    frame.width / Math.min(stageMm, room.width),
    frame.height / Math.min(stageMm, room.height),
  );
  const wanted = maxLineMm / magnification;
  const filmLineMm = Math.min(0.5, Math.max(finestMm, wanted));
  return {
    magnification,
    filmLineMm,
    surfaceLineMm: filmLineMm * magnification,
    thinEnough: wanted >= finestMm,
  };
}

/** Length of a tick on the frame, mm. */
const tickMm = 3;

/** Room for the words above the picture, mm. */
const headMm = 17;

/** The map reduced to the stage of an overhead projector, on one page. */
export function filmPage(source: SheetSource, { film }: Pick<SheetDecisions, 'film'>) {
  const { map, unit, title } = source;
  requireLines(map);
  const { frame } = map;
  return (room: SizeMm): SinglePage[] => {
    const plan = planFilm(frame, film, { width: room.widthMm, height: room.heightMm - headMm });
    const scale = 1 / plan.magnification;
    const width = frame.width * scale;
    const height = frame.height * scale;
    const place = (points: ArrayLike<number>) =>
      Float64Array.from({ length: points.length }, (_, i) =>
        i % 2 === 0 ? (points[i] - frame.x) * scale : headMm + (points[i] - frame.y) * scale,
      );
    const strokes = [...tracedStrokes(map, plan.filmLineMm), ...guideStrokes(map, plan.filmLineMm)];
    const items: PageItem[] = strokes.map((stroke) => ({
      ...stroke,
      points: place(stroke.points),
      dashMm: stroke.dashMm && [
        Math.max(minDashMm, stroke.dashMm[0] * scale),
        Math.max(minDashMm, stroke.dashMm[1] * scale),
      ],
    }));
    // Ticks a round length from the corner, on the frame itself, tell when the projector stands right.
    const roundMm = filmTickMm(frame);
    const tick = roundMm * scale;
    const ring = [0, headMm, width, headMm, width, headMm + height, 0, headMm + height];
    const guide = { ink: 'guide' } as const;
    items.push(
      strokeOf([tick, headMm, tick, headMm + tickMm], plan.filmLineMm, guide),
      strokeOf([0, headMm + tick, tickMm, headMm + tick], plan.filmLineMm, guide),
      strokeOf(ring, plan.filmLineMm, { closed: true, ...guide }),
    );
    const words = new Column(0, 0, room.widthMm, headMm - 1);
    words.writeShortened(title, 3, 1);
    words.write(
      `Film: magnify ${plan.magnification.toFixed(2)} times. From the corner to the ticks: ${formatLength(roundMm, unit)} on the surface, across and down.`,
      2.6,
      guide,
    );
    return [
      {
        label: 'film',
        items: [...items, ...words.items],
        notes: [...notesOn(plan, film, unit), ...noteIfCut(words)],
      },
    ];
  };
}

function notesOn(
  plan: FilmPlan,
  film: SheetDecisions['film'],
  unit: SheetSource['unit'],
): Note<Partial<SheetDecisions>>[] {
  const notes: Note<Partial<SheetDecisions>>[] = [
    {
      id: 'film-size',
      weight: 'plain',
      says: `Magnified ${plan.magnification.toFixed(2)} times; a line of ${formatLength(plan.filmLineMm, unit)} on the film is a band of ${formatLength(plan.surfaceLineMm, unit)} on the surface.`,
      why: 'Move the projector until the ticks on the frame lie as far from the corner as it says, across and down alike; if they differ, it does not stand square. Do not look into the lamp; its housing gets hot; mind the cable.',
      ways: [],
    },
  ];
  if (plan.thinEnough) return notes;
  return [
    ...notes,
    {
      id: 'film-line',
      weight: 'watch',
      says: `Lines cannot stay under ${formatLength(film.maxLineMm, unit)}: the finest a printer holds becomes ${formatLength(plan.surfaceLineMm, unit)} at this magnification.`,
      why: 'Follow one side of each band, always the same, or divide the drawing over two films.',
      ways: [],
    },
  ];
}

/** A round length that fits well along both sides of the picture. */
export function filmTickMm({ width, height }: { width: number; height: number }): number {
  const room = 0.8 * Math.min(width, height);
  return [2000, 1000, 500, 200, 100, 50, 20, 10].find((length) => length <= room) ?? 5;
}

/** The map for the stage of an overhead projector. */
export const filmKind: SheetKindModule = {
  words: 'film for an overhead projector',
  group: 'trace',
  sentence: [
    ' with a stage of ',
    { at: 'film.stageMm' },
    ', lines on the surface under ',
    { at: 'film.maxLineMm' },
    ',',
  ],
  pages: filmPage,
  orientation: asPicture,
};
