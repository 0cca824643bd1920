import type { Note } from '../notes/index.js';
import type { PictureSize } from '../reference/index.js';
import {
  counted,
  formatDegrees,
  formatLength,
  formatPercent,
  formatSize,
  type LengthUnit,
} from '../units/index.js';
import type { FitDecisions } from './decisions.js';
import { gridCover, gridOf } from './grid.js';
import { layOut, type Layout } from './layout.js';
import { ownRatioSize, usualSizesFor } from './propose-size.js';
import { squarenessOf } from './squareness.js';
import { cutsFrom, lossWords, sameRatio } from './ways-out.js';
import { surfaceOf, toCut } from './surface.js';

/** An eye tells apart about one minute of arc. */
const eyeRad = Math.PI / (180 * 60);

export type FitNote = Note<Partial<FitDecisions>>;

/** Notes on how a reference lies on a surface, with ways out. Figures in the unit asked for. */
export function fitNotes(
  picture: PictureSize,
  fit: FitDecisions,
  pencilMm: number,
  unit: LengthUnit,
): FitNote[] {
  const layout = layOut(picture, fit);
  return [
    ...proposalNotes(picture, fit, unit),
    ratioNote(picture, fit, layout, unit),
    ...cutNotes(fit, unit),
    ...placementNotes(fit, layout, unit),
    ...squarenessNotes(fit, unit),
    ...gridNotes(fit, layout, pencilMm, unit),
    ...surfaceNotes(fit),
    resolutionNote(picture, layout, pencilMm, unit),
  ];
}

function proposalNotes(picture: PictureSize, fit: FitDecisions, unit: LengthUnit): FitNote[] {
  const { proposed, widthMm, heightMm } = fit;
  if (proposed?.widthMm !== widthMm || proposed.heightMm !== heightMm) return [];
  const round = widthMm === heightMm ? 'square' : widthMm > heightMm ? 'landscape' : 'portrait';
  const from =
    proposed.because === 'last'
      ? 'the size of your last work, turned as this picture is'
      : 'the usual size nearest to the picture’s ratio';
  const others = [ownRatioSize(picture, fit), ...usualSizesFor(picture).slice(0, 3)].filter(
    (size) => size.widthMm !== widthMm || size.heightMm !== heightMm,
  );
  return [
    {
      id: 'fit-proposed',
      weight: 'watch',
      says: `${formatSize(widthMm, heightMm, unit)}, ${round}, was proposed: ${from}.`,
      why: 'Nothing was measured: say in the sentence what your paper or canvas really measures.',
      ways: others.slice(0, 3).map((size) => ({
        label: formatSize(size.widthMm, size.heightMm, unit),
        change: { ...size, measured: null },
      })),
    },
  ];
}

function ratioNote(picture: PictureSize, fit: FitDecisions, layout: Layout, unit: LengthUnit): FitNote {
  const ratio = picture.width / picture.height;
  const bed = layOut(picture, { ...fit, way: 'crop' }).frame;
  const wanted = bed.width / bed.height;
  if (Math.abs(ratio / wanted - 1) <= sameRatio) {
    return {
      id: 'fit-ratio',
      weight: 'plain',
      says: `The picture and the room for it have the same ratio, ${ratioWords(ratio)}.`,
      why: 'Nothing has to be cropped and nothing is left over.',
      ways: [],
    };
  }
  const byWidth = formatPercent(bed.width / picture.width / (bed.height / picture.height), 1);
  return {
    id: 'fit-ratio',
    weight: 'watch',
    says: `The picture is ${ratioWords(ratio)}, the room for it ${ratioWords(wanted)}. ${costWords(picture, fit, layout, unit)}`,
    why: `Enlarged to fit one side, the other does not come out: the scale for the width is ${byWidth} of the scale for the height. Something gives way: crop, leave a border, draw on, or take a surface of another ratio. “Ways out” shows each with its numbers.`,
    ways: [
      fit.way === 'crop'
        ? { label: 'Leave a border', change: { way: 'border' as const } }
        : { label: 'Crop to fill', change: { way: 'crop' as const } },
    ],
  };
}

function costWords(picture: PictureSize, fit: FitDecisions, layout: Layout, unit: LengthUnit): string {
  if (fit.way === 'crop') return lossWords(picture, layout, unit);
  const { frame, opening } = layout;
  const beside = opening.width - frame.width;
  const above = opening.height - frame.height;
  const left = `${formatLength(beside, unit)} are left beside it and ${formatLength(above, unit)} above and below`;
  return fit.way === 'border' ? `${left}.` : `${left}, to be drawn on.`;
}

function cutNotes(fit: FitDecisions, unit: LengthUnit): FitNote[] {
  const cut = toCut(fit);
  if (!cut) return [];
  const { widthMm, heightMm } = cut.size;
  const from = fit.paperAtHand ? cutsFrom(fit.paperAtHand, cut.size) : null;
  const enough = from === null || from > 0;
  const parts =
    cut.of === 'canvas'
      ? `${formatLength(fit.barDepthMm, unit)} round the bars and ${formatLength(fit.wrapMm, unit)} behind them`
      : `${formatLength(fit.tapeMm, unit)} for tape and ${formatLength(fit.trimMm, unit)} to trim`;
  return [
    {
      id: 'fit-cut',
      weight: enough ? 'plain' : 'fix',
      says:
        `${cut.of === 'canvas' ? 'Canvas' : cut.of === 'board' ? 'Board' : 'Paper'} to cut: ${formatSize(widthMm, heightMm, unit)}.` +
        (from === null
          ? ''
          : from === 0
            ? ' The paper at hand does not give one.'
            : ` The paper at hand gives ${counted(from, 'piece')}.`),
      why: `The surface is ${formatSize(fit.widthMm, fit.heightMm, unit)}; on each side come ${parts}.`,
      ways: [],
    },
  ];
}

/** A shift smaller than this is not seen, mm. */
const unseenMm = 0.5;

function placementNotes(fit: FitDecisions, layout: Layout, unit: LengthUnit): FitNote[] {
  if (fit.placement !== 'weighted') return [];
  if (!fit.weightCentre) {
    return [
      {
        id: 'fit-weight',
        weight: 'watch',
        says: 'The picture has not been weighed yet, so it is in the middle.',
        why: 'Weighted placing needs the centre of visual weight, computed from the values of the picture.',
        ways: [],
      },
    ];
  }
  const { askedX, askedY, givenX, givenY } = layout.shift;
  const short = Math.hypot(askedX - givenX, askedY - givenY) > unseenMm;
  return [
    {
      id: 'fit-weight',
      weight: short ? 'watch' : 'plain',
      says: `Motif and shadow ask to move ${shiftWords(askedX, askedY, unit)}${short ? `; there is room for ${shiftWords(givenX, givenY, unit)}` : ''}.`,
      why: 'The middle of their visual weight, not of their outline, is brought to the middle: every place counts by how far its lightness is from the ground’s. Smaller margins or a border give more room to move.',
      ways: [],
    },
  ];
}

/** A shift in words, such as `12 mm left and 3 mm down`. */
export function shiftWords(xMm: number, yMm: number, unit: LengthUnit): string {
  const parts: string[] = [];
  if (Math.abs(xMm) > unseenMm)
    parts.push(`${formatLength(Math.abs(xMm), unit)} ${xMm < 0 ? 'left' : 'right'}`);
  if (Math.abs(yMm) > unseenMm) parts.push(`${formatLength(Math.abs(yMm), unit)} ${yMm < 0 ? 'up' : 'down'}`);
  return parts.length === 0 ? 'nowhere' : parts.join(' and ');
}

/** Measures that disagree by more than this have a slip in them: a tape is read to about a millimetre. */
const slipMm = 1.5;

const cornerNames = ['top left', 'top right', 'bottom right', 'bottom left'] as const;
const datumOfCorner = ['top-left', 'top-right', 'bottom-right', 'bottom-left'] as const;

function squarenessNotes(fit: FitDecisions, unit: LengthUnit): FitNote[] {
  if (!fit.measured) return [];
  const { diagonalsDifferMm, offRad, squarest, disagreeMm } = squarenessOf(fit.measured);
  const worstOff = Math.max(...offRad.map(Math.abs));
  const long = Math.max(fit.widthMm, fit.heightMm);
  const notes: FitNote[] = [
    {
      id: 'fit-square',
      weight: worstOff * long > 1 ? 'watch' : 'plain',
      says: `The diagonals differ by ${formatLength(Math.abs(diagonalsDifferMm), unit)}; the worst corner is ${formatDegrees(worstOff)} off square, ${formatLength(worstOff * long, unit)} over the long side. Align to the ${cornerNames[squarest]} corner.`,
      why: 'Corners are placed by least squares from the six measures. Set out from the corner nearest to square, along its top or bottom edge: what is out of square then runs out where it shows least. The measures follow the real edges.',
      ways:
        fit.datum === datumOfCorner[squarest]
          ? []
          : [
              {
                label: `Measure from the ${cornerNames[squarest]}`,
                change: { datum: datumOfCorner[squarest] },
              },
            ],
    },
  ];
  if (disagreeMm > slipMm) {
    notes.push({
      id: 'fit-slip',
      weight: 'fix',
      says: `The six measures disagree by ${formatLength(disagreeMm, unit)}.`,
      why: 'Four sides settle the diagonals but for one of them, so six measures check each other. So large a difference is a slip of the tape or of the pencil: measure again.',
      ways: [],
    });
  }
  return notes;
}

/** Lines that cover more of the picture than this hide it. */
const maxCover = 0.08;

/** Squares smaller than this many point widths crowd the drawing in them. */
const pointsASquare = 15;

function gridNotes(fit: FitDecisions, layout: Layout, pencilMm: number, unit: LengthUnit): FitNote[] {
  const { grid } = fit;
  if (!grid.shown) return [];
  const lines = gridOf(layout.drawing, grid);
  const notes: FitNote[] = [];
  const cover = gridCover(layout.drawing, lines, grid.lineMm);
  const small = Math.min(lines.squareX, lines.squareY);
  if (cover > maxCover || small < pointsASquare * pencilMm) {
    notes.push({
      id: 'fit-grid-dense',
      weight: 'watch',
      says: `The grid is dense: its lines cover ${formatPercent(cover, 1)} of the picture, its squares are ${formatLength(small, unit)}.`,
      why: `Below about ${pointsASquare} point widths, here ${formatLength(pointsASquare * pencilMm, unit)}, a square holds little but its own lines. Fewer squares, with halves in the difficult ones only, read better.`,
      ways: [],
    });
  }
  const skew = Math.abs(lines.squareX - lines.squareY);
  const rest = Math.max(lines.restX, lines.restY);
  if (skew > 0.1 || rest > 0) {
    notes.push({
      id: 'fit-grid-square',
      weight: 'plain',
      says:
        rest > 0
          ? `The last ${lines.restX > 0 ? 'column' : 'row'} is cut to ${formatLength(lines.restX || lines.restY, unit)}.`
          : `The squares are not square: ${formatSize(lines.squareX, lines.squareY, unit)}.`,
      why: 'Shapes are easiest to judge in real squares, the same on reference and surface. The suggestions list grids whose squares come out even.',
      ways: [],
    });
  }
  return notes;
}

function surfaceNotes(fit: FitDecisions): FitNote[] {
  const surface = surfaceOf(fit);
  if (!surface.dark) return [];
  return [
    {
      id: 'fit-dark',
      weight: 'plain',
      says: 'The ground is dark: the lines on it must be light.',
      why: 'Graphite does not show on a dark ground; white chalk, a white or yellow transfer sheet or a light wax crayon does.',
      ways: [],
    },
  ];
}

function resolutionNote(picture: PictureSize, layout: Layout, pencilMm: number, unit: LengthUnit): FitNote {
  const { pxPerMm } = layout;
  const needed = 2 / pencilMm;
  const softFromMm = 1 / pxPerMm / eyeRad;
  const enough = pxPerMm >= needed;
  const whole = formatSize(picture.width / pxPerMm, picture.height / pxPerMm, unit);
  const says = `The whole picture comes out ${whole}; ${pxPerMm.toFixed(1)} of its pixels fall on a millimetre.`;
  return {
    id: 'fit-resolution',
    weight: enough ? 'plain' : 'watch',
    says: enough
      ? `${says} That is enough for a ${formatLength(pencilMm, unit)} point.`
      : `${says} A ${formatLength(pencilMm, unit)} point could draw finer than that.`,
    why: enough
      ? `About two pixels a point width are needed, here ${needed.toFixed(1)} a millimetre. A print at this size looks sharp from ${formatLength(Math.round(softFromMm / 10) * 10, unit)} away.`
      : `About two pixels a point width are needed, here ${needed.toFixed(1)} a millimetre. Edges can be placed no finer than the picture shows them: use a larger version of it, a smaller surface or a broader point. A print at this size looks soft from nearer than ${formatLength(Math.round(softFromMm / 10) * 10, unit)}.`,
    ways: [],
  };
}

/** A ratio as small whole numbers where they come close, such as `4 : 3`, else `1.37 : 1`. */
export function ratioWords(ratio: number): string {
  for (let bottom = 1; bottom <= 12; bottom++) {
    const top = Math.round(ratio * bottom);
    if (top > 0 && top <= 20 && Math.abs(top / bottom / ratio - 1) < 0.002)
      return `${top}\u00a0:\u00a0${bottom}`;
  }
  return ratio >= 1 ? `${ratio.toFixed(2)}\u00a0:\u00a01` : `1\u00a0:\u00a0${(1 / ratio).toFixed(2)}`;
}
