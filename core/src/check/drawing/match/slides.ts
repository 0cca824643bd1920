import type { KnownLines } from '../../registration/known-lines.js';
import { about, type Similarity } from './alignment.js';
import { drawnEnds, freeEnds } from './line-ends.js';
import { slidBack } from './best-move.js';
import { asFound, isFound, measured, type Match, type Tolerance } from './match.js';
import { areBeside } from './moves-together.js';
import { partBesideMm, type MovedPart } from '../parts/parts.js';

/** A straight line may have slid with a part beside it when so much more of its length, as a share, is seen there; one that touches two lines of it, when no less is. */
const minGain = 0.04;
const touchesMm = 2;
/** … and it slid further than this, mm, and than what is still true: less its ends do not tell. */
const minSlideMm = 1.2;

/** The ends of a line tell a slide when they agree with it, and with each other, within this, mm: else it is longer or shorter. */
const agreesMm = 1.2;
const maxLongerMm = 3.5;

/** Less of a line than this, where it lies across itself, leaves where it lies along itself to what was found. */
const minSeen = 0.55;

type Ends = [number | null, number | null];

/**
 * A straight line that slides along itself is hardly seen to: only its ends tell. Both together do; one, when the other is
 * hidden by other ink, where the line was found slid or what lies beside it moved so. Where neither is seen a line slid when
 * it is seen along more of its length moved with what lies beside it; else it is where it belongs along itself.
 *
 * @param isShown whether a place of the map is in the picture: an end beyond it tells nothing
 */
export function withSlides(
  matches: readonly Match[],
  parts: readonly MovedPart[],
  drawn: KnownLines,
  { offMm }: Tolerance,
  isShown: (x: number, y: number) => boolean = () => true,
): Match[] {
  const lines = matches.map(({ wanted }) => wanted);
  const straight = matches.flatMap((match) => {
    const { wanted } = match;
    if (wanted.slide === null || !isFound(match)) return [];
    const across = slidBack(match.move, wanted.slide);
    const [first, last] = freeEnds(wanted, lines);
    const [begins, ends] = drawnEnds(wanted, across, drawn);
    const { x, y } = wanted.course;
    const told: Ends = [
      first && isShown(x[0], y[0]) ? begins : null,
      last && isShown(x[x.length - 1], y[y.length - 1]) ? ends : null,
    ];
    return [{ match, slide: wanted.slide, across, ends: told }];
  });
  const rounded = usualBeyond(straight.map(({ ends }) => ends));
  const slid = new Map<Match, Match>();
  for (const { match, slide, across, ends } of straight) {
    const { wanted } = match;
    const at = (alongMm: number) => measured(wanted, along(across, alongMm, slide), drawn);
    const by = slideOf(
      {
        own: alongOf(match.move, across, slide),
        drawn: match.drawn,
        at: (alongMm) => at(alongMm).drawn,
        ends: forward(match, ends, rounded),
        beside: besideOf(match, parts).map(({ move, isOwn, touches }) => ({
          alongMm: alongOf(about(move, wanted.cx, wanted.cy), across, slide),
          isOwn,
          touches,
        })),
      },
      Math.max(minSlideMm, offMm),
    );
    if (by === null) continue;
    slid.set(match, by === 0 ? asFound(at(0), offMm) : displaced(at(by), Math.abs(by)));
  }
  return matches.map((match) => slid.get(match) ?? match);
}

/** What tells how far a line slid. */
type Slide = {
  /** Where it was found, mm along itself. */
  own: number;
  drawn: number;
  /** How much of it is seen when it slides by so many mm. */
  at: (alongMm: number) => number;
  /** How far along itself either end lies off, mm. */
  ends: Ends;
  /** How far it slides with what was moved beside it. */
  beside: readonly { alongMm: number; isOwn: boolean; touches: boolean }[];
};

/** How far a line slid along itself, mm: 0 for not at all, null where it is left as it was found. */
function slideOf({ own, drawn, at, ends: [begins, ends], beside }: Slide, minMm: number): number | null {
  const enough = (mm: number) => (Math.abs(mm) >= minMm ? mm : 0);
  const both = begins !== null && ends !== null;
  if (both && Math.abs(begins - ends) <= maxLongerMm) {
    const mean = enough((begins + ends) / 2);
    if (mean !== 0 || Math.abs(begins - ends) <= agreesMm) return mean;
  }
  const told = both ? null : (begins ?? ends);
  if (told !== null) {
    if (Math.abs(told) < minMm) return 0;
    return (
      [own, ...beside.map(({ alongMm }) => alongMm)].find((mm) => Math.abs(mm - told) <= agreesMm) ?? null
    );
  }
  for (const { alongMm, isOwn, touches } of beside) {
    const gain = at(alongMm) - drawn;
    const likely = !both && (isOwn || touches);
    if (enough(alongMm) !== 0 && gain >= (likely ? -minGain : minGain)) return alongMm;
  }
  return enough(own) !== 0 && at(0) >= minSeen ? 0 : null;
}

/** Ends as how far they lie off along the direction of sliding, less what strokes go beyond anyhow. */
function forward(match: Match, [begins, ends]: Ends, rounded: number): Ends {
  const sign = isForward(match) ? 1 : -1;
  return [
    begins === null ? null : sign * (begins + rounded),
    ends === null ? null : -sign * (ends + rounded),
  ];
}

/** How far strokes go beyond where lines end, mm: their tip is round. */
function usualBeyond(ends: readonly Ends[]): number {
  const both = ends.flatMap(([begins, end]) =>
    begins === null || end === null ? [] : [-(begins + end) / 2],
  );
  return Math.max(0, both.sort((a, b) => a - b)[Math.floor(both.length / 2)] ?? 0);
}

/** Parts of several lines that lie beside a line, or that it is one of. */
function besideOf(match: Match, parts: readonly MovedPart[]) {
  return parts.flatMap(({ matches, move }) => {
    if (matches.length < 2) return [];
    const others = matches.filter((other) => other.wanted !== match.wanted);
    const isOwn = others.length < matches.length;
    const near = (mm: number) => others.filter((other) => areBeside(other.wanted, match.wanted, mm)).length;
    return isOwn || near(partBesideMm) > 0 ? [{ move, isOwn, touches: near(touchesMm) >= 2 }] : [];
  });
}

/** How much further along a line one movement takes it than another, mm. */
const alongOf = (move: Similarity, from: Similarity, [ux, uy]: readonly [number, number]): number =>
  (move.dx - from.dx) * ux + (move.dy - from.dy) * uy;

const along = (move: Similarity, byMm: number, [ux, uy]: readonly [number, number]): Similarity => ({
  ...move,
  dx: move.dx + byMm * ux,
  dy: move.dy + byMm * uy,
});

function isForward({ wanted: { course, slide } }: Match): boolean {
  const last = course.x.length - 1;
  const [dx, dy] = [course.x[last] - course.x[0], course.y[last] - course.y[0]];
  return slide !== null && dx * slide[0] + dy * slide[1] >= 0;
}

function displaced(match: Match, alongMm: number): Match {
  const off = Math.max(match.off, Math.hypot(match.move.dx, match.move.dy));
  return { ...match, off, worst: Math.max(match.worst, alongMm, off), status: 'moved' };
}
