import type { MapDocument } from '../../documents/index.js';
import type { Note } from '../../notes/index.js';
import { counted } from '../../units/index.js';
import type { MapSettings } from '../settings.js';
import { cleanUpKinds } from './clean-up/index.js';
import { cleanUps } from './drawing-settings.js';

type MapNote = Note<Partial<MapSettings>>;

/** Surer than this, and the photograph everybody sees needs no word. */
const sureOfPhotograph = 0.8;

/** What the reference was taken for by its tones, and the way to say otherwise. */
export function toldNote(map: MapDocument, { reference }: MapSettings): MapNote | null {
  if (reference !== 'auto' || !map.readAs) return null;
  const { kind, certainty } = map.readAs;
  const sure = `${Math.round(100 * Math.min(0.99, certainty))} %`;
  if (kind === 'drawing')
    return {
      id: 'map-is-drawing',
      weight: 'plain',
      says: `This looks like a drawing (${sure} sure), so its own lines are taken.`,
      why: 'It is mostly bare paper, and what stands out of it is thin. Its strokes are followed down their middle, each once, instead of working out what a photograph shows.',
      ways: [{ label: 'It is a photograph', change: { reference: 'photograph' } }],
    };
  if (certainty > sureOfPhotograph) return null;
  return {
    id: 'map-is-photograph',
    weight: 'plain',
    says: `This looks like a photograph of things (${sure} sure), so its values and contours are worked out.`,
    why: 'Little of it is bare paper, or what stands out is wider than strokes are.',
    ways: [{ label: 'It is a drawing', change: { reference: 'drawing' } }],
  };
}

/** Less tone than this share of the sheet needs no word. */
const noteworthyTone = 0.01;

/** Notes on the lines taken from a drawing. */
export function drawingNotes(map: MapDocument, settings: MapSettings): MapNote[] {
  const notes: MapNote[] = [];
  const strokes = map.lines.filter(({ of }) => of === 'stroke');
  const faint = map.readAs?.faint;
  if (strokes.length === 0) {
    notes.push({
      id: 'map-empty',
      weight: 'fix',
      says: 'No lines were found to take.',
      why:
        faint && faint.count > 0
          ? 'Everything on the sheet is fainter than the lines that are wanted.'
          : 'The sheet is bare, or black all over, or what is on it cannot be told from its paper.',
      ways: [
        ...(faint && faint.count > 0
          ? [{ label: 'Take faint lines too', change: { darkerThan: 0.05 } }]
          : []),
        { label: 'It is a photograph', change: { reference: 'photograph' as const } },
      ],
    });
    return notes;
  }
  if (map.readAs?.printedEveryMm !== undefined && settings.rulings === 'kept') {
    notes.push({
      id: 'map-printed',
      weight: 'watch',
      says: `Lines are printed on the paper every ${map.readAs.printedEveryMm} mm, and are taken like others.`,
      why: 'Ruled and squared paper and printed grids are told by their even distance. What was drawn over them stays when they are taken away.',
      ways: [{ label: 'Take them away', change: { rulings: 'taken-away' } }],
    });
  }
  if (faint && faint.count > 0 && settings.faintStrokes === 'dropped') {
    notes.push({
      id: 'map-faint',
      weight: 'plain',
      says: `${counted(faint.count, 'fainter line')}, ${(faint.lengthMm / 1000).toFixed(2)} m, ${faint.count === 1 ? 'is' : 'are'} left out.`,
      why: `They are less than ${Math.round(100 * (map.readAs?.darkerThan ?? 0))} % as dark as the drawing: lines it was built on, or what rubbing out left.`,
      ways: [
        { label: 'Dot them', change: { faintStrokes: 'dotted' } },
        { label: 'Draw them', change: { faintStrokes: 'kept' } },
      ],
    });
  }
  const tone = map.readAs?.tone ?? 0;
  if (tone > noteworthyTone && settings.tone === 'left-out') {
    notes.push({
      id: 'map-tone',
      weight: 'plain',
      says: `There is tone on ${Math.round(100 * tone)} % of the sheet beside its lines, and it is left out.`,
      why: 'Washes, shading and blacks say which value a place has. Kept as shapes they can be numbered, printed and painted from.',
      ways: [{ label: 'Keep it as shapes', change: { tone: 'shapes' } }],
    });
  }
  return [...notes, ...hatchingNotes(map, settings), ...cleanUpNotes(map)];
}

/** What was told from contour as hatching, and what became of it. */
function hatchingNotes(map: MapDocument, { hatching }: MapSettings): MapNote[] {
  const found = map.readAs?.hatching;
  if (!found || found.count === 0 || hatching === 'lines') return [];
  const became = hatching === 'dropped' ? 'left out' : 'kept as strokes of direction, thinner than contours';
  const ways: MapNote['ways'] = [
    hatching === 'dropped'
      ? { label: 'Keep it', change: { hatching: 'direction' } }
      : { label: 'Leave it out', change: { hatching: 'dropped' } },
    { label: 'It is contour', change: { hatching: 'lines' } },
  ];
  return [
    {
      id: 'map-hatching',
      weight: 'plain',
      says: `${counted(found.count, 'stroke')} of hatching, ${(found.lengthMm / 1000).toFixed(2)} m, ${found.count === 1 ? 'is' : 'are'} ${became}.`,
      why: 'Short strokes side by side, alike in direction and evenly spaced, lay tone: they say how light falls, not where a thing ends.',
      ways,
    },
  ];
}

/** What was cleaned up, and how far that moved the lines. */
function cleanUpNotes(map: MapDocument): MapNote[] {
  return (map.readAs?.cleanedUp ?? []).flatMap(({ kind, lines, mostMm, meanMm }): MapNote[] => {
    const found = cleanUpKinds.find((id) => id === kind);
    if (!found || lines === 0) return [];
    const { setting, made } = cleanUps[found];
    return [
      {
        id: `map-cleaned-${found}`,
        weight: 'plain',
        says: `${counted(lines, 'line')} ${lines === 1 ? 'was' : 'were'} ${made}: moved by ${meanMm.toFixed(1)} mm, at most ${mostMm.toFixed(1)} mm.`,
        why: 'What meets a line that moves is moved with it, most where they meet.',
        ways: [{ label: 'Leave them as drawn', change: { [setting]: null } }],
      },
    ];
  });
}
