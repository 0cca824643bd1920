import type { Note, Place } from '../notes/index.js';
import { formatLength, formatSize, type LengthUnit, formatPercent } from '../units/index.js';
import type { ReferenceDecisions } from './decisions.js';
import { sharpShare, type FocusMap } from './judging/focus.js';
import type { Judgement } from './judging/judge.js';
import type { PictureSize } from './squaring/squaring.js';

export type ReferenceNote = Note<Partial<ReferenceDecisions>>;

/** What the notes on a reference are made from. */
export type ReferenceFacts = {
  decisions: Pick<ReferenceDecisions, 'permission'>;
  /** Sides of the prepared picture, pixels. */
  size: PictureSize;
  /** Pixels on a millimetre at its size on the surface. */
  pxPerMm: number;
  /** Width of the point that will draw it, mm. */
  pencilMm: number;
  /** Null while the picture is being looked at. */
  judgement: Judgement | null;
  /** What is wrong with the corners chosen for squaring, or null. */
  cornerFault: string | null;
  /** The ratio was reckoned from the corners, not known. */
  ratioReckoned: boolean;
};

/** About two pixels fall on the width of the point: finer cannot be drawn. */
export const pixelsPerPoint = 2;

/** Notes on the reference: its size, what is lost in it, its focus and grain, and whose it is. */
export function referenceNotes(facts: ReferenceFacts, unit: LengthUnit): ReferenceNote[] {
  const { judgement } = facts;
  return [
    crispness(facts, unit),
    ...(facts.cornerFault === null ? [] : [cornersToMend(facts.cornerFault)]),
    ...(facts.ratioReckoned ? [reckonedRatio(facts.size)] : []),
    ...(judgement ? [...lost(judgement), ...focus(facts, judgement.focus, unit), grain(judgement)] : []),
    ...rights(facts),
  ];
}

function crispness({ size, pxPerMm, pencilMm }: ReferenceFacts, unit: LengthUnit): ReferenceNote {
  const needed = pixelsPerPoint / pencilMm;
  const enough = pxPerMm >= needed;
  const megapixels = (size.width * size.height) / 1e6;
  const most = formatSize(size.width / needed, size.height / needed, unit);
  return {
    id: 'reference-crisp',
    weight: enough ? 'plain' : 'watch',
    says: `${size.width} × ${size.height} pixels, ${megapixels.toFixed(1)} megapixels: ${pxPerMm.toFixed(1)} on a millimetre at its size on the surface, crisp up to ${most} for a ${pencilMm} mm point.`,
    why: enough
      ? `A point draws no finer than about half its width, so ${pixelsPerPoint} pixels a point width are enough, here ${needed.toFixed(1)} a millimetre.`
      : `A ${pencilMm} mm point could draw finer than the picture shows: ${needed.toFixed(1)} pixels a millimetre would be needed. Bring in a larger version, choose a smaller surface, or take a broader point.`,
    ways: [],
  };
}

function cornersToMend(fault: string): ReferenceNote {
  return {
    id: 'reference-corners',
    weight: 'fix',
    says: `The picture is used as photographed. ${fault}`,
    why: 'Between four corners like these there is no sheet that could be laid flat. They are kept as they are until you move them, at “Square it”.',
    ways: [],
  };
}

function reckonedRatio({ width, height }: PictureSize): ReferenceNote {
  return {
    id: 'reference-ratio',
    weight: 'watch',
    says: `The squared picture is ${(width / height).toFixed(3)} : 1, estimated from its corners.`,
    why: 'A photograph taken straight on, or one that was cropped before, tells little of the lens, and the ratio may be some percent off. Measure the original and type its size to be sure.',
    ways: [],
  };
}

/** Less than this share lost is not worth a warning. */
const littleLost = 0.002;

function lost({ blown, blocked }: Judgement): ReferenceNote[] {
  const notes: ReferenceNote[] = [];
  const add = (id: string, share: number, places: readonly Place[], what: string, mend: string) => {
    if (share < littleLost) return;
    notes.push({
      id,
      weight: 'watch',
      says: `${percent(share)} of it is ${what}.`,
      why: `Nothing was recorded there, so nothing can be mapped there: no shape, no edge. ${mend} Or decide by eye, at the motif, what belongs there.`,
      ways: [],
      places,
    });
  };
  add(
    'reference-blown',
    blown.share,
    blown.places,
    'blown out to white',
    'Photograph it again a stop darker, or with softer light.',
  );
  add(
    'reference-blocked',
    blocked.share,
    blocked.places,
    'blocked up to black',
    'Photograph it again a stop lighter, or lift the shadows when you develop the picture.',
  );
  if (notes.length === 0) {
    notes.push({
      id: 'reference-whole',
      weight: 'plain',
      says: 'Nothing that matters is blown out or blocked up.',
      why: 'From the lightest to the darkest parts the picture holds tones that can be mapped.',
      ways: [],
    });
  }
  return notes;
}

/** Blur beyond this many pixels looks soft at any size. */
export const sharpPx = 2;

/** Whether a cell of a focus map has edges, and all of them are soft. */
export const isBlurred = (blurPx: number | null): boolean => blurPx !== null && blurPx > sharpPx;

function focus({ pxPerMm }: ReferenceFacts, map: FocusMap, unit: LengthUnit): ReferenceNote[] {
  const share = sharpShare(map, sharpPx);
  if (share === null) return [];
  const blurred = placesWhere(map, isBlurred);
  const worst = Math.max(...map.blurPx.map((blur) => blur ?? 0));
  const mostlySoft = share < 0.25;
  return [
    {
      id: 'reference-focus',
      weight: mostlySoft ? 'watch' : 'plain',
      says: `Sharp in ${percent(share)} of the places that have edges; the softest edges run over ${formatLength((2.56 * worst) / pxPerMm, unit)} at the final size.`,
      why: mostlySoft
        ? 'Where the lens did not see an edge crisply, its place on the drawing is a guess. If the motif itself is soft, photograph it again, steadier or with more light.'
        : 'A blurred background shows depth. Whether it is drawn or left out is decided at Map.',
      ways: [],
      places: blurred,
    },
  ];
}

/**
 * The cells of a focus map that a question is true of.
 *
 * @param holds asked with the blur of each cell, pixels; null where there is no edge to tell by
 */
export function placesWhere(
  { columns, rows, blurPx }: FocusMap,
  holds: (blur: number | null) => boolean,
): Place[] {
  return blurPx.flatMap((blur, i) =>
    holds(blur)
      ? [
          {
            x: (i % columns) / columns,
            y: Math.floor(i / columns) / rows,
            width: 1 / columns,
            height: 1 / rows,
          },
        ]
      : [],
  );
}

/** Grain above this begins to make shapes of its own (L\*). */
const muchGrain = 2.5;

function grain({ noise }: Judgement): ReferenceNote {
  const much = noise > muchGrain;
  return {
    id: 'reference-grain',
    weight: much ? 'watch' : 'plain',
    says: `Grain of about ${noise.toFixed(1)} steps of lightness in a hundred.`,
    why: much
      ? 'So much grain frays the edges of shapes. It is ignored at Map before anything is traced; a larger size of texture may have to be ignored there.'
      : 'Fine grain like this does not disturb the map.',
    ways: [],
  };
}

function rights({ decisions }: ReferenceFacts): ReferenceNote[] {
  if (decisions.permission !== 'unsure') return [];
  return [
    {
      id: 'reference-permission',
      weight: 'watch',
      says: 'Nothing is noted yet about the right to use this picture.',
      why: 'Working from another person’s picture can need their permission, and the law differs from place to place. Your own photograph and composition are the safe case. This is a reminder, not legal advice; the decision is yours.',
      ways: [{ label: 'It is my own picture', change: { permission: 'own' } }],
    },
  ];
}

/** Small shares with a decimal, so that they do not read as none. */
const percent = (share: number) => formatPercent(share, share < 0.0995 ? 1 : 0);
