import type { MapDocument, MapLine } from '../documents/index.js';
import { effortOf, lineLengthMm } from './weight/index.js';
import { usualDetail } from './setting-choices.js';
import type { MapSettings } from './settings.js';
import type { Note } from '../notes/index.js';
import { beginningSchool, schoolOf, schools } from './schools.js';
import { settingsOf, type MapBegun } from './begin-map.js';
import { formatMinutes, formatPercent } from '../units/index.js';
import { drawingNotes, toldNote } from './drawing/notes.js';

/** A map that takes longer than this is worth a thought before it is begun, minutes. */
const longMinutes = 60;

/** Less line than this round cast shadows is not worth a word, m. */
const minShadowMetres = 0.05;

type MapNote = Note<Partial<MapSettings>>;

/** A map and what notes on it go by. */
type Noted = {
  map: MapDocument;
  settings: MapSettings;
  /** The school the work began with, where it has one. */
  begun: MapBegun | null;
  minutes: number;
  boundaries: readonly MapLine[];
  /** Lines that can be drawn, and those of them that are left out. */
  drawable: readonly MapLine[];
  left: readonly MapLine[];
};

/**
 * Notes on a map: what it asks of the hand, lost and soft edges, and what was left out.
 *
 * @param begun the school the work began with, where it has one
 */
export function mapNotes(map: MapDocument, settings: MapSettings, begun: MapBegun | null = null): MapNote[] {
  const drawable = map.lines.filter(({ kind }) => kind !== 'frame' && kind !== 'guide');
  const noted: Noted = {
    map,
    settings,
    begun,
    minutes: effortOf(map).minutes,
    boundaries: map.lines.filter(({ kind }) => kind === 'boundary'),
    drawable,
    left: drawable.filter(({ kept }) => kept === false),
  };
  const isDrawing = map.readAs?.kind === 'drawing';
  if (!isDrawing && noted.boundaries.length === 0) return [nothingToDraw];
  return [
    ...(isDrawing ? drawingNotes(map, settings) : []),
    longNote(noted),
    toldNote(map, settings),
    schoolNote(noted),
    calmerNote(noted),
    shadowNote(noted),
    lateNote(noted),
    overTimeNote(noted),
    littleNote(noted),
    unplacedNote(noted),
    lostNote(noted),
    softNote(noted),
  ].filter((note) => note !== null);
}

const nothingToDraw: MapNote = {
  id: 'map-empty',
  weight: 'fix',
  says: 'There is nothing to draw: the whole picture is one value.',
  why: 'The picture is even in tone, or every shape is smaller than the smallest that is kept.',
  ways: [{ label: 'Keep shapes over 1 mm²', change: { minShapeMm2: 1 } }],
};

/** The length of lines together, m. */
const metresOf = (lines: readonly MapLine[]): number =>
  lines.reduce((sum, line) => sum + lineLengthMm(line), 0) / 1000;

const keepLarger = ({ minShapeMm2 }: MapSettings) => ({
  label: `Keep shapes over ${minShapeMm2 * 2} mm²`,
  change: { minShapeMm2: minShapeMm2 * 2 },
});

function longNote({ minutes, settings }: Noted): MapNote | null {
  if (minutes <= longMinutes) return null;
  const values = Math.max(2, settings.values - 1);
  return {
    id: 'map-long',
    weight: 'watch',
    says: `This map takes about ${formatMinutes(minutes)} to trace.`,
    why: 'Minutes of tracing are what detail costs. Fewer values, larger shapes or a set time bring it down; the big shapes stay.',
    ways: [
      ...(values < settings.values ? [{ label: `See ${values} values`, change: { values } }] : []),
      keepLarger(settings),
      { label: 'Take 45 min', change: { minutes: 45 } },
    ],
  };
}

function schoolNote({ map, settings, begun }: Noted): MapNote | null {
  const school = schoolOf(settings);
  if (map.readAs?.kind === 'drawing' || !begun?.because || school?.id !== begun.school) return null;
  const usual = schools.filter(({ id }) => id === beginningSchool);
  return {
    id: 'map-school',
    weight: 'plain',
    says: `This picture reads best as ${school.name}, so the map begins there.`,
    why: `${begun.because} ${school.says}`,
    ways: usual.map((one) => ({ label: `Draw it as ${one.name}`, change: settingsOf(one, begun) })),
  };
}

function calmerNote({ map, settings, begun }: Noted): MapNote | null {
  const calmer = begun?.calmer;
  if (map.readAs?.kind === 'drawing' || !calmer || settings.detail >= usualDetail) return null;
  const school = schools.find(({ id }) => id === begun.school);
  const detail = (school && settingsOf(school, begun).detail) ?? calmer.detail;
  return {
    id: 'map-calmer',
    weight: 'plain',
    says: `Much of this picture is texture, so the map begins with less detail: ${formatPercent(detail)}.`,
    why: `At ${formatPercent(usualDetail)} it would come in about ${calmer.lines} lines, most of them short; the strongest contours are kept. The detail beside the map brings back more.`,
    ways: [{ label: `Draw it at ${formatPercent(usualDetail)}`, change: { detail: usualDetail } }],
  };
}

function shadowNote({ boundaries, settings }: Noted): MapNote | null {
  const metres = metresOf(boundaries.filter((line) => line.of === 'cast-shadow' && line.kept !== false));
  if (metres < minShadowMetres || settings.castShadows !== 'kept') return null;
  return {
    id: 'map-shadows',
    weight: 'plain',
    says: `${metres.toFixed(2)} m of line goes round cast shadows.`,
    why: 'Some painters outline cast shadows so that they keep their place, others never do, since a shadow moves and its edge is painted wet.',
    ways: [
      { label: 'Dot them', change: { castShadows: 'dotted' } },
      { label: 'Leave them out', change: { castShadows: 'dropped' } },
    ],
  };
}

function lateNote({ left, drawable, settings }: Noted): MapNote | null {
  const late = left.filter((line) => line.leftOut === 'time');
  if (late.length === 0) return null;
  return {
    id: 'map-left-out',
    weight: 'plain',
    says: `${late.length} of ${drawable.length} lines are left out to stay within ${settings.minutes ?? 0} min.`,
    why: 'What is worth least for the time it takes goes first; silhouette and big masses stay whole. The shapes stay in the map and can be painted from the reference.',
    ways: [{ label: 'Draw all of them', change: { minutes: null } }],
  };
}

/** What is never cut short may go beyond the time set by this share of it. */
const overTime = 1.02;

function overTimeNote({ minutes, settings }: Noted): MapNote | null {
  if (settings.minutes === null || minutes <= settings.minutes * overTime) return null;
  return {
    id: 'map-over-time',
    weight: 'watch',
    says: `Silhouette and big masses alone take ${formatMinutes(minutes)}, more than the ${formatMinutes(settings.minutes)} set.`,
    why: 'Without them it would be no drawing, so they are never cut short. Larger shapes or straights make them quicker.',
    ways: [
      { label: `Take ${Math.ceil(minutes)} min`, change: { minutes: Math.ceil(minutes) } },
      keepLarger(settings),
    ],
  };
}

function littleNote({ left, drawable }: Noted): MapNote | null {
  const little = left.filter((line) => line.leftOut === 'little');
  if (little.length === 0) return null;
  return {
    id: 'map-little',
    weight: 'plain',
    says: `${little.length} of ${drawable.length} lines matter too little and are left out.`,
    why: 'The settings ask for essentials. A line can be kept by hand, or all of them drawn.',
    ways: [{ label: 'Draw all of them', change: { minWeight: 0 } }],
  };
}

function unplacedNote({ map: { unplaced = [] } }: Noted): MapNote | null {
  if (unplaced.length === 0) return null;
  return {
    id: 'map-unplaced',
    weight: 'watch',
    says: `${unplaced.length} of your corrections no longer fit this map.`,
    why: 'They are listed in the margin with the reason, and kept: another setting may bring their line or shape back.',
    ways: [],
  };
}

function lostNote({ boundaries }: Noted): MapNote | null {
  const lost = boundaries.filter((line) => line.edge === 'lost');
  if (lost.length === 0) return null;
  return {
    id: 'map-lost',
    weight: 'plain',
    says: `${metresOf(lost).toFixed(2)} m of boundary is lost and not drawn.`,
    why: 'Two shapes of nearly the same value meet there and the eye does not see the edge. Drawing it would be drawing from knowledge, not from sight.',
    ways: [],
  };
}

function softNote({ boundaries }: Noted): MapNote | null {
  const soft = boundaries.filter((line) => line.edge === 'soft');
  if (soft.length === 0) return null;
  return {
    id: 'map-soft',
    weight: 'plain',
    says: `${soft.length} of ${boundaries.length} lines are soft and drawn broken.`,
    why: 'The tone changes gradually there. A broken line reads as a blend later, a whole one as an edge.',
    ways: [],
  };
}
