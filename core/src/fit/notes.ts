import type { Note } from '../notes/index.js';
import { formatLength, formatSize, type LengthUnit } from '../units/index.js';
import type { FitDecisions } from './decisions.js';
import { layOut, type Layout, type PictureSize } from './layout.js';

/** Ratios closer than this are the same for any hand (half a percent: 1.5 mm on 300). */
const sameRatio = 0.005;

/** An eye tells apart about one minute of arc. */
const eyeRad = Math.PI / (180 * 60);

type FitNote = Note<Partial<FitDecisions>>;

/** Notes on how a reference lies on a surface, with ways out. Figures in the unit asked for. */
export function fitNotes(
  picture: PictureSize,
  fit: FitDecisions,
  pencilMm: number,
  unit: LengthUnit,
): FitNote[] {
  const layout = layOut(picture, fit);
  return [ratioNote(picture, fit, layout, unit), resolutionNote(picture, layout, pencilMm, unit)];
}

function ratioNote(picture: PictureSize, fit: FitDecisions, layout: Layout, unit: LengthUnit): FitNote {
  const ratio = picture.width / picture.height;
  const { room } = layout;
  const wanted = room.width / room.height;
  if (Math.abs(ratio / wanted - 1) <= sameRatio) {
    return {
      id: 'fit-ratio',
      weight: 'plain',
      says: `The picture and the room for it have the same ratio, ${ratioWords(ratio)}.`,
      why: 'Nothing has to be cropped and nothing is left over.',
      ways: [],
    };
  }
  const wider = ratio > wanted;
  const scale = Math.max(room.width / picture.width, room.height / picture.height);
  const lostMm = wider ? picture.width * scale - room.width : picture.height * scale - room.height;
  const lostShare = lostMm / (lostMm + (wider ? room.width : room.height));
  const leftMm = wider ? room.height - room.width / ratio : room.width - room.height * ratio;
  const lost = `${percent(lostShare)} of its ${wider ? 'width' : 'height'}, ${formatLength(lostMm, unit)} at this size`;
  const left = `${formatLength(leftMm / 2, unit)} ${wider ? 'above and below' : 'at the left and right'}`;
  const margins = 2 * fit.marginMm;
  const widthMm = tenth(room.height * ratio + margins);
  const heightMm = tenth(room.width / ratio + margins);
  const widthPercent = percent(room.width / picture.width / (room.height / picture.height));
  return {
    id: 'fit-ratio',
    weight: 'watch',
    says:
      `The picture is ${ratioWords(ratio)}, the room for it ${ratioWords(wanted)}: ` +
      (fit.way === 'crop' ? `filling it crops away ${lost}.` : `showing all of it leaves ${left}.`),
    why: `Enlarged to fit one side, the other does not come out: the two sides ask for scales that are ${widthPercent} of each other. Something gives way: crop ${lost}; or leave a border of ${left}; or take a surface of another ratio.`,
    ways: [
      fit.way === 'crop'
        ? { label: 'Leave a border', change: { way: 'border' as const } }
        : { label: 'Crop to fill', change: { way: 'crop' as const } },
      { label: `Surface of ${formatSize(fit.widthMm, heightMm, unit)}`, change: { heightMm } },
      { label: `Surface of ${formatSize(widthMm, fit.heightMm, unit)}`, change: { widthMm } },
    ],
  };
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

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
const tenth = (mm: number) => Math.round(mm * 10) / 10;
