import type { MapDocument } from '../documents/index.js';
import { effortOf, lineLengthMm } from './weight/index.js';
import type { MapSettings } from './settings.js';
import type { Note } from '../notes/index.js';
import { beginningSchool, schoolOf, schools } from './schools.js';
import type { MapBegun } from './suggest-school.js';
import { formatMinutes } from '../units/index.js';
import { drawingNotes, toldNote } from './drawing/notes.js';

/** A map that takes longer than this is worth a thought before it is begun, minutes. */
const longMinutes = 60;

/** Less line than this round cast shadows is not worth a word, m. */
const minShadowMetres = 0.05;

/**
 * Notes on a map: what it asks of the hand, lost and soft edges, and what was left out.
 *
 * @param begun the school the work began with, where it has one
 */
export function mapNotes(
  map: MapDocument,
  settings: MapSettings,
  begun: MapBegun | null = null,
): Note<Partial<MapSettings>>[] {
  const notes: Note<Partial<MapSettings>>[] = [];
  const effort = effortOf(map);
  const boundaries = map.lines.filter((line) => line.kind === 'boundary');
  const lost = boundaries.filter((line) => line.edge === 'lost');
  const soft = boundaries.filter((line) => line.edge === 'soft');
  const drawable = map.lines.filter(({ kind }) => kind !== 'frame' && kind !== 'guide');
  const left = drawable.filter((line) => line.kept === false);
  if (map.readAs?.kind === 'drawing') notes.push(...drawingNotes(map, settings));
  else if (boundaries.length === 0) {
    notes.push({
      id: 'map-empty',
      weight: 'fix',
      says: 'There is nothing to draw: the whole picture is one value.',
      why: 'The picture is even in tone, or every shape is smaller than the smallest that is kept.',
      ways: [{ label: 'Keep shapes over 1 mm²', change: { minShapeMm2: 1 } }],
    });
    return notes;
  }
  if (effort.minutes > longMinutes) {
    const values = Math.max(2, settings.values - 1);
    notes.push({
      id: 'map-long',
      weight: 'watch',
      says: `This map takes about ${formatMinutes(effort.minutes)} to trace.`,
      why: 'Minutes of tracing are what detail costs. Fewer values, larger shapes or a set time bring it down; the big shapes stay.',
      ways: [
        ...(values < settings.values ? [{ label: `See ${values} values`, change: { values } }] : []),
        {
          label: `Keep shapes over ${settings.minShapeMm2 * 2} mm²`,
          change: { minShapeMm2: settings.minShapeMm2 * 2 },
        },
        { label: 'Take 45 min', change: { minutes: 45 } },
      ],
    });
  }
  const told = toldNote(map, settings);
  if (told) notes.push(told);
  const school = schoolOf(settings);
  if (map.readAs?.kind !== 'drawing' && begun?.because && school?.id === begun.school) {
    const usual = schools.filter(({ id }) => id === beginningSchool);
    notes.push({
      id: 'map-school',
      weight: 'plain',
      says: `This picture reads best as ${school.name}, so the map begins there.`,
      why: `${begun.because} ${school.says}`,
      ways: usual.map(({ name, sets }) => ({ label: `Draw it as ${name}`, change: sets })),
    });
  }
  const shadows = boundaries.filter((line) => line.of === 'cast-shadow' && line.kept !== false);
  const metres = shadows.reduce((sum, line) => sum + lineLengthMm(line), 0) / 1000;
  if (metres >= minShadowMetres && settings.castShadows === 'kept') {
    notes.push({
      id: 'map-shadows',
      weight: 'plain',
      says: `${metres.toFixed(2)} m of line goes round cast shadows.`,
      why: 'Some painters outline cast shadows so that they keep their place, others never do, since a shadow moves and its edge is painted wet.',
      ways: [
        { label: 'Dot them', change: { castShadows: 'dotted' } },
        { label: 'Leave them out', change: { castShadows: 'dropped' } },
      ],
    });
  }
  const late = left.filter((line) => line.leftOut === 'time');
  if (late.length > 0) {
    notes.push({
      id: 'map-left-out',
      weight: 'plain',
      says: `${late.length} of ${drawable.length} lines are left out to stay within ${settings.minutes ?? 0} min.`,
      why: 'What is worth least for the time it takes goes first; silhouette and big masses stay whole. The shapes stay in the map and can be painted from the reference.',
      ways: [{ label: 'Draw all of them', change: { minutes: null } }],
    });
  }
  const { minutes } = settings;
  if (minutes !== null && effort.minutes > minutes * 1.02) {
    notes.push({
      id: 'map-over-time',
      weight: 'watch',
      says: `Silhouette and big masses alone take ${formatMinutes(effort.minutes)}, more than the ${formatMinutes(minutes)} set.`,
      why: 'Without them it would be no drawing, so they are never cut short. Larger shapes or straights make them quicker.',
      ways: [
        { label: `Take ${Math.ceil(effort.minutes)} min`, change: { minutes: Math.ceil(effort.minutes) } },
        {
          label: `Keep shapes over ${settings.minShapeMm2 * 2} mm²`,
          change: { minShapeMm2: settings.minShapeMm2 * 2 },
        },
      ],
    });
  }
  const little = left.filter((line) => line.leftOut === 'little');
  if (little.length > 0) {
    notes.push({
      id: 'map-little',
      weight: 'plain',
      says: `${little.length} of ${drawable.length} lines matter too little and are left out.`,
      why: 'The settings ask for essentials. A line can be kept by hand, or all of them drawn.',
      ways: [{ label: 'Draw all of them', change: { minWeight: 0 } }],
    });
  }
  if (map.unplaced && map.unplaced.length > 0) {
    notes.push({
      id: 'map-unplaced',
      weight: 'watch',
      says: `${map.unplaced.length} of your corrections no longer fit this map.`,
      why: 'They are listed in the margin with the reason, and kept: another setting may bring their line or shape back.',
      ways: [],
    });
  }
  if (lost.length > 0) {
    const metres = lost.reduce((sum, line) => sum + lineLengthMm(line), 0) / 1000;
    notes.push({
      id: 'map-lost',
      weight: 'plain',
      says: `${metres.toFixed(2)} m of boundary is lost and not drawn.`,
      why: 'Two shapes of nearly the same value meet there and the eye does not see the edge. Drawing it would be drawing from knowledge, not from sight.',
      ways: [],
    });
  }
  if (soft.length > 0) {
    notes.push({
      id: 'map-soft',
      weight: 'plain',
      says: `${soft.length} of ${boundaries.length} lines are soft and drawn broken.`,
      why: 'The tone changes gradually there. A broken line reads as a blend later, a whole one as an edge.',
      ways: [],
    });
  }
  return notes;
}
