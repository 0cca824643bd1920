import type { CheckSubject } from '../check/index.js';
import { sidesWords, surfaceKind, surfaceOf } from '../fit/index.js';
import { schoolOf } from '../map/index.js';
import { paperName, sheetKindWords } from '../sheets/index.js';
import { choosePressure, minutesSpent, transferMethodNames, type Estimate } from '../transfer/index.js';
import {
  counted,
  formatDate,
  formatLength,
  formatMinutes,
  formatSize,
  formatTime,
  type LengthUnit,
} from '../units/index.js';
import { creditOf } from './sheet-source.js';
import type { MapSummary } from './map-summary.js';
import { mainPictureOf, type Work } from './work.js';

/** What the record of a work is written from, beside the work. */
export type Recorded = {
  unit: LengthUnit;
  /** Every version of its map; only the newest is told when they are not known. */
  versions?: readonly MapSummary[] | undefined;
  /** Names of calibrations, by id. */
  calibrations?: ReadonlyMap<string, string>;
  /** What the whole work was estimated at by the painter's own speeds, or null. */
  estimate?: Estimate | null;
};

/** A line of the record: what it is about, and what stands there, a paragraph each. */
export type RecordLine = { about: string; says: string[] };

/** Everything that the stations know of a work, as its record says it. */
export function recordOf(work: Work, told: Recorded): RecordLine[] {
  const { decisions } = work;
  const { reference, fit, transfer, file } = decisions;
  const { picture } = mainPictureOf(work);
  const school = schoolOf(decisions.map);
  const lines: RecordLine[] = [
    { about: 'Reference', says: [`${picture.name}. ${creditOf(reference)}`] },
    {
      about: 'Surface',
      says: [
        `${surfaceKind(fit.kind).name}, ${formatSize(fit.widthMm, fit.heightMm, told.unit)}${fit.gramsPerM2 === null ? '' : `, ${fit.gramsPerM2} g/m²`}, margins ${sidesWords(fit.marginsMm, told.unit)}`,
      ],
    },
    {
      about: 'Map',
      says: [...(school ? [`School: ${school.name}.`] : []), ...mapWords(work, told.versions)],
    },
    { about: 'Sheets', says: sheetWords(work, told) },
    { about: 'Method', says: [transferMethodNames[transfer.method], ...stripWords(work)] },
    { about: 'Used', says: [transfer.used || 'not noted'] },
    { about: 'Sittings', says: sittingWords(work, told.estimate ?? null) },
    ...(file.freehand.length > 0 ? [{ about: 'Freehand', says: freehandWords(work) }] : []),
    { about: 'Checking', says: roundWords(work, told.unit) },
    { about: 'Redone', says: [file.redone || 'nothing noted'] },
    {
      about: 'Kept',
      says: [
        `Tracing: ${file.tracingKept || 'not noted'}`,
        `Picture: ${file.pictureKept || 'not noted'}${file.heldBy ? `, with ${file.heldBy}` : ''}`,
      ],
    },
    ...(file.notes ? [{ about: 'Notes', says: [file.notes] }] : []),
    ...(file.nextTime
      ? [{ about: 'Next time', says: file.nextTime.split('\n').filter((line) => line.trim() !== '') }]
      : []),
  ];
  return lines;
}

const mapWords = ({ map }: Work, versions?: readonly MapSummary[]) => {
  const all = versions ?? (map ? [map] : []);
  if (all.length === 0) return ['none yet'];
  return all.map(
    ({ version, name, madeAt, lines, metres, minutes }) =>
      `Version ${version}${name ? `, “${name}”` : ''}, ${formatDate(madeAt)}: ${counted(lines, 'line')}, ${metres.toFixed(1)} m, estimated at ${formatMinutes(minutes)} of tracing`,
  );
};

const sheetWords = ({ printings }: Work, { calibrations }: Recorded) =>
  printings.length === 0
    ? ['none printed']
    : printings.map(({ decisions, pages, mapVersion, printedAt }) => {
        const by = decisions.calibration && calibrations?.get(decisions.calibration);
        return `${sheetKindWords(decisions.kind)} on ${paperName(decisions.paper)}, ${counted(pages, 'page')}, from map ${mapVersion}, ${formatDate(printedAt)}, ${by ? `corrected for “${by}”` : 'without a calibration'}`;
      });

function stripWords({ decisions: { transfer, fit } }: Work): string[] {
  const { strip, firstLayer, grade } = transfer;
  const tried = strip && choosePressure(strip, surfaceOf(fit).watercolour);
  return [
    ...(tried ? [`Pressure strip, ${grade}: ${tried.says}`] : []),
    ...(firstLayer ? [`Faintest line that held through a first layer: ${firstLayer}.`] : []),
  ];
}

function sittingWords({ decisions: { transfer } }: Work, estimate: Estimate | null): string[] {
  const { sittings } = transfer;
  if (sittings.length === 0) return ['none timed'];
  let before = 0;
  const each = sittings.map(({ startedAt, minutes, traced }) => {
    const lines = traced === null ? null : traced - before;
    before = traced ?? before;
    return `${formatDate(startedAt)}, ${formatTime(startedAt)}: ${formatMinutes(minutes)}${lines ? `, ${counted(lines, 'line')}` : ''}`;
  });
  const spent = formatMinutes(minutesSpent(transfer));
  return [
    ...each,
    estimate
      ? `Together ${spent}; estimated at ${formatMinutes(estimate.minutes)} in all`
      : `Together ${spent}`,
  ];
}

const freehandWords = ({ decisions: { file } }: Work) => {
  const minutes = file.freehand.reduce((sum, each) => sum + each.minutes, 0);
  return [`${counted(file.freehand.length, 'time')}, together ${formatMinutes(minutes)}`];
};

const subjectWords: Readonly<Record<CheckSubject, string>> = {
  drawing: 'the drawing',
  transfer: 'what came across',
  'under-way': 'on the way',
};

function roundWords({ decisions: { check } }: Work, unit: LengthUnit): string[] {
  const judged = check.rounds.filter(({ figures }) => figures !== null);
  if (judged.length === 0) return ['no round yet'];
  return judged.map(({ of, takenAt, figures }) => {
    const off = figures ? formatLength(figures.meanOffMm, unit) : '';
    return `${formatDate(takenAt)}, ${subjectWords[of]}: ${off} off on average, ${figures?.moved ?? 0} moved, ${figures?.missing ?? 0} missing`;
  });
}
