import type { Note } from '../../notes/index.js';
import { formatLength, type SizeMm } from '../../units/index.js';
import type { SheetDecisions } from '../decisions.js';
import type { SinglePage } from '../lay-out.js';
import { strokeOf, textOf, type PageItem } from '../page.js';
import type { SheetSource } from '../source.js';
import { guideStrokes, requireLines, tracedStrokes } from './lines.js';

/** The finest line office printers hold on film, mm. */
const finestMm = 0.1;

/** A broken line's dashes shrink with the map, but no further than can be told apart, mm. */
const leastDashMm = 0.6;

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
  { stageMm, mostLineMm }: SheetDecisions['film'],
  room: { width: number; height: number },
): FilmPlan {
  const magnification = Math.max(
    frame.width / Math.min(stageMm, room.width),
    frame.height / Math.min(stageMm, room.height),
  );
  const wanted = mostLineMm / magnification;
  const filmLineMm = Math.min(0.5, Math.max(finestMm, wanted));
  return {
    magnification,
    filmLineMm,
    surfaceLineMm: filmLineMm * magnification,
    thinEnough: wanted >= finestMm,
  };
}

/** Room for the words above the picture, mm. */
const headMm = 12;

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
        Math.max(leastDashMm, stroke.dashMm[0] * scale),
        Math.max(leastDashMm, stroke.dashMm[1] * scale),
      ],
    }));
    // A cross that measures a round length on the surface tells when the projector stands right.
    const arm = crossArmMm(frame);
    const [cx, cy, half] = [width / 2, headMm + height / 2, (arm / 2) * scale];
    const ring = [0, headMm, width, headMm, width, headMm + height, 0, headMm + height];
    const guide = { ink: 'guide' } as const;
    items.push(
      strokeOf([cx - half, cy, cx + half, cy], plan.filmLineMm, guide),
      strokeOf([cx, cy - half, cx, cy + half], plan.filmLineMm, guide),
      strokeOf(ring, plan.filmLineMm, { closed: true, ...guide }),
      textOf(0, 4, `${title} · film · magnify ${plan.magnification.toFixed(2)} times`, 3, guide),
      textOf(
        0,
        8.5,
        `The arms of the cross are ${formatLength(arm, unit)} on the surface, both ways.`,
        2.6,
        guide,
      ),
    );
    return [{ label: 'film', items, notes: notesOn(plan, film, unit) }];
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
      why: 'Move the projector until the check cross measures what it says, and square it up: upright and level arms must be equally long. Do not look into the lamp; its housing gets hot; mind the cable.',
      ways: [],
    },
  ];
  if (plan.thinEnough) return notes;
  return [
    ...notes,
    {
      id: 'film-line',
      weight: 'watch',
      says: `Lines cannot stay under ${formatLength(film.mostLineMm, unit)}: the finest a printer holds becomes ${formatLength(plan.surfaceLineMm, unit)} at this magnification.`,
      why: 'Follow one side of each band, always the same, or divide the drawing over two films.',
      ways: [],
    },
  ];
}

/** A round length that fits well into the picture. */
function crossArmMm({ width, height }: { width: number; height: number }): number {
  const room = Math.min(width, height) / 2;
  return [1000, 500, 200, 100, 50, 20, 10].find((arm) => arm <= room) ?? 5;
}
