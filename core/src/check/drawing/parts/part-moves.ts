import type { KnownLines } from '../../registration/known-lines.js';
import { about, aligned, hitsOf, unmoved, type Hit, type Similarity } from '../match/alignment.js';
import { together, type Wanted } from '../match/course.js';
import { asFound, isFound, measured, sameMm, type Match, type Tolerance } from '../match/match.js';
import { isSized } from './parts.js';
import { linesBeside, partsFound, partsSupposed, type SupposedPart } from './supposed-parts.js';

/** A line goes with a part along which so much of it is seen, and that explains so much more than where it was found. */
const minSeen = 0.55;
const minGain = 0.04;

/** Ink that another line explains too says so much of what other ink says. */
const sharedCounts = 0.4;

/** Lines that are moved together explain so much more of what is drawn than before, as a share of their length. */
const minGained = 0.08;

/** A part grows and is laid anew so many times. */
const growths = 3;

const partSteps = [
  [1.2, 'similarity'],
  [0.9, 'similarity'],
] as const;
const lineSteps = [[1, 'shift']] as const;

/**
 * Among many lines one that was moved with others often lies on ink of its neighbours where it belongs, and is taken for
 * true there. So each line beside a part that was moved is tried with it: it goes along where that explains more of what is
 * drawn, ink counting most that no other line explains.
 */
export function withPartMoves(matches: readonly Match[], drawn: KnownLines, { offMm }: Tolerance): Match[] {
  const search = new PlacedHits(drawn);
  const grownBy = (now: readonly Match[], parts: readonly SupposedPart[]) =>
    parts.reduce((before, part) => grown(before, part, search, offMm), now);
  const found = grownBy(matches, partsFound(matches, drawn));
  return [...grownBy(found, partsSupposed(found, drawn))];
}

/** Where lines are drawn, by their placements, each looked up once. */
class PlacedHits {
  private readonly known = new Map<Wanted, { move: Similarity; hits: Hit[] }[]>();

  constructor(readonly drawn: KnownLines) {}

  of(line: Wanted, move: Similarity): Hit[] {
    const all = this.known.get(line) ?? [];
    const found = all.find(({ move: other }) => isSame(other, move));
    if (found) return found.hits;
    const hits = hitsOf(line.course, move, this.drawn, sameMm);
    this.known.set(line, [...all, { move, hits }]);
    return hits;
  }
}

const isSame = (one: Similarity, other: Similarity): boolean =>
  one === other ||
  (one.dx === other.dx &&
    one.dy === other.dy &&
    one.a === other.a &&
    one.b === other.b &&
    one.cx === other.cx &&
    one.cy === other.cy);

/** The lines as they are when those that explain more with a part are moved with it. */
function grown(
  matches: readonly Match[],
  part: SupposedPart,
  search: PlacedHits,
  offMm: number,
): readonly Match[] {
  const { drawn } = search;
  let now = matches;
  let { move, members, lines } = part;
  for (let growth = 0; growth < growths; growth++) {
    const may = new Set(lines);
    const tried = now.flatMap((match) => {
      if (!may.has(match.wanted)) return [];
      const { course, cx, cy } = match.wanted;
      return [{ match, along: aligned(course, about(move, cx, cy), drawn, lineSteps) }];
    });
    const places = chosen(now, tried, search);
    if (places.size === 0) break;
    now = now.map((match) => {
      const along = places.get(match.wanted);
      if (!along) return match;
      return asFound(measured(match.wanted, along, drawn), offMm);
    });
    members = [...members, ...places.keys()];
    lines = linesBeside(now, members);
    const lengthMm = members.reduce((sum, member) => sum + member.lengthMm, 0);
    if (isSized({ lengthMm }))
      move = aligned(together(members.map(({ course }) => course)), move, drawn, partSteps);
  }
  const joined = now.filter((match, k) => match !== matches[k]);
  if (joined.length === 0) return matches;
  const samples = joined.reduce((sum, { wanted }) => sum + wanted.course.x.length, 0);
  const gained =
    amountOf(explainedBy(now, new Map(), search)) - amountOf(explainedBy(matches, new Map(), search));
  return gained >= minGained * samples ? now : matches;
}

/** A line, and where it would lie if it was moved with a part. */
type Tried = { match: Match; along: Similarity };

type Places = ReadonlyMap<Wanted, Similarity>;

/** Where those go that explain more of what is drawn there than where they were found. */
function chosen(now: readonly Match[], tried: readonly Tried[], search: PlacedHits): Places {
  let going = tried.filter(
    ({ match: { wanted }, along }) => search.of(wanted, along).length >= minSeen * wanted.course.x.length,
  );
  // As one line stays, what it leaves or keeps tells of those beside it: until all are settled.
  for (;;) {
    const places: Places = new Map(going.map(({ match, along }) => [match.wanted, along]));
    const explained = explainedBy(now, places, search);
    const staying = going.filter(({ match, along }) => {
      const worth = (move: Similarity) => worthOf(match.wanted, search.of(match.wanted, move), explained);
      return worth(along) < worth(placeOf(match)) + minGain;
    });
    if (staying.length === 0) return places;
    going = going.filter((one) => !staying.includes(one));
  }
}

/** Where a line was found; where it belongs, when it was not. */
const placeOf = (match: Match): Similarity =>
  isFound(match) ? match.move : unmoved(match.wanted.cx, match.wanted.cy);

/** Of each piece of what is drawn, up to two lines that explain it, where lines lie as they were found, or as they are tried. */
type Explained = { first: (Wanted | null)[]; second: (Wanted | null)[] };

function explainedBy(now: readonly Match[], places: Places, search: PlacedHits): Explained {
  const first = new Array<Wanted | null>(search.drawn.count).fill(null);
  const second = new Array<Wanted | null>(search.drawn.count).fill(null);
  for (const match of now) {
    const { wanted } = match;
    const tried = places.get(wanted);
    if (!tried && !isFound(match)) continue;
    for (const { drawn } of search.of(wanted, tried ?? match.move)) {
      if (first[drawn] === null) first[drawn] = wanted;
      else if (first[drawn] !== wanted) second[drawn] ??= wanted;
    }
  }
  return { first, second };
}

/** How much of what is drawn is explained. */
const amountOf = ({ first }: Explained): number => first.filter((line) => line !== null).length;

/** How much of a line is seen at a place, 0–1: what lies near it counts most, and what no other line explains. */
function worthOf(line: Wanted, hits: readonly Hit[], { first, second }: Explained): number {
  let sum = 0;
  for (const { drawn, away } of hits) {
    const isOwn = second[drawn] === null && (first[drawn] === null || first[drawn] === line);
    sum += (1 - (away / sameMm) ** 2) * (isOwn ? 1 : sharedCounts);
  }
  return sum / line.course.x.length;
}
