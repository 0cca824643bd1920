import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { z } from 'zod';
import { seeded } from '@nobrel/core/camera';
import { roundSchema } from '@nobrel/core/check';
import type { MapDocument } from '@nobrel/core/documents';
import { allRound, defaultGrid, usualOf, type FitDecisions } from '@nobrel/core/fit';
import { MapMaker, type MapSettings } from '@nobrel/core/map';
import { mapOrigin, mapRequestOf, sheetSourceOf, type WorkDecisions } from '@nobrel/core/file';
import { unsquared, type Squaring } from '@nobrel/core/reference';
import { makeSheets } from '@nobrel/core/sheets';
import {
  planTracing,
  tracedLineOf,
  transferSteps,
  type Run,
  type TransferMethod,
} from '@nobrel/core/transfer';
import { readPicture, type OpenFile } from '@nobrel/server';

/** A work of the made-up painter in the boathouse. */
type Example = {
  picture: string;
  title: string;
  permissionNote: string;
  squaring?: Squaring;
  /** Another picture, pinned to a spot on the first, its pixels. */
  detail?: { picture: string; at: { x: number; y: number }; words: string };
  fit: Partial<FitDecisions> & Pick<FitDecisions, 'kind'>;
  map: Partial<MapSettings>;
  method: TransferMethod;
  reached: 'begun' | 'mapped' | 'in transfer' | 'filed';
};

const examples: readonly Example[] = [
  {
    picture: 'slip-at-low-water',
    title: 'The slip at low water',
    permissionNote: 'My own, from the quay.',
    fit: { kind: 'canvas-panel', widthMm: 406.4, heightMm: 304.8, marginsMm: allRound(0) },
    map: { values: 3, minShapeMm2: 40, path: 'straight', toleranceMm: 0.8, pencilMm: 0.7, quietMm: 2 },
    method: 'rubbed-backing',
    reached: 'filed',
  },
  {
    picture: 'slip-at-low-water',
    title: 'Slip, small study',
    permissionNote: '',
    fit: { kind: 'drawing-paper', widthMm: 148, heightMm: 210, marginsMm: allRound(8) },
    map: {},
    method: 'light-box',
    reached: 'begun',
  },
  {
    picture: 'sketch-on-the-bench',
    title: 'Dinghy, the sketch enlarged',
    permissionNote: 'My own sketch, photographed on the bench.',
    squaring: {
      ...unsquared,
      corners: [
        { x: 515, y: 400 },
        { x: 1961, y: 273 },
        { x: 2166, y: 1425 },
        { x: 265, y: 1439 },
      ],
      originalMm: { width: 300, height: 225 },
    },
    fit: {
      kind: 'stretched-canvas',
      widthMm: 800,
      heightMm: 600,
      marginsMm: allRound(0),
      sketch: { widthMm: 300, heightMm: 225 },
      grid: { ...defaultGrid, shown: true, columns: 8, rows: 6, halved: ['D3', 'E3'] },
    },
    map: {},
    method: 'projector',
    reached: 'begun',
  },
  {
    picture: 'dinghy-on-the-hard',
    title: 'Dinghy on the hard',
    permissionNote: 'My own, an evening in October.',
    fit: { kind: 'hot-pressed', widthMm: 420, heightMm: 297, marginsMm: allRound(15), way: 'border' },
    map: { values: 3, minShapeMm2: 60, quietMm: 2.5 },
    method: 'mirrored-tracing',
    reached: 'mapped',
  },
  {
    picture: 'kettle-lantern-and-pears',
    title: 'Kettle, lantern and pears',
    permissionNote: 'My own photograph, set up on the bench.',
    fit: { kind: 'cold-pressed', widthMm: 300, heightMm: 240, marginsMm: allRound(0) },
    map: { values: 4, minShapeMm2: 12 },
    detail: { picture: 'lantern-close', at: { x: 1890, y: 420 }, words: 'The lantern, close' },
    method: 'transfer-sheet',
    reached: 'in transfer',
  },
];

/** The picture file of a demo reference. */
export function referencePath(name: string): string {
  return fileURLToPath(new URL(`../references/${name}.jpg`, import.meta.url));
}

/** The work whose drawing is in its third round of checking, and the photographs of these. */
export const checkedTitle = 'Dinghy on the hard';
export const roundPhotographs = ['dinghy-round-1', 'dinghy-round-2', 'dinghy-round-3'] as const;
export const roundsPath = fileURLToPath(new URL('../references/dinghy-rounds.json', import.meta.url));

const demoRoundsSchema = z.array(
  z.object({ photograph: z.string(), figures: roundSchema.shape.figures.unwrap() }),
);
/** The rounds as `draw-rounds` found them. */
export type DemoRounds = z.infer<typeof demoRoundsSchema>;

const readRounds = async () => demoRoundsSchema.parse(JSON.parse(await readFile(roundsPath, 'utf8')));

/**
 * Fills an empty file with works at different stations. Does nothing when there are works already.
 *
 * @param rounds of checking that one of them is in; null for none
 */
export async function seed(file: OpenFile, rounds?: DemoRounds | null): Promise<void> {
  if ((await file.flatFile.list()).works.length > 0) return;
  const own = rounds === undefined ? await readRounds() : (rounds ?? []);
  for (const example of examples) await seedOne(file, example, example.title === checkedTitle ? own : []);
}

async function seedOne(
  { works, maps, printings, pictures }: OpenFile,
  example: Example,
  rounds: DemoRounds,
): Promise<void> {
  const path = referencePath(example.picture);
  const picture = await pictures.takeIn(path, `${example.picture}.jpg`);
  const work = await works.begin(picture, example.title);
  const fit = { ...work.decisions.fit, ...usualOf(example.fit.kind), ...example.fit };
  const map = { ...work.decisions.map, ...example.map };
  const { squaring, detail } = example;
  const shown = detail && (await pictures.takeIn(referencePath(detail.picture), `${detail.picture}.jpg`));
  if (shown) await works.addPicture(work.id, shown);
  const reference = {
    ...work.decisions.reference,
    squaring: squaring ? { [picture.hash]: squaring } : {},
    details:
      detail && shown ? [{ hash: shown.hash, on: picture.hash, at: detail.at, words: detail.words }] : [],
    owner: 'the painter',
    permission: 'own',
    permissionNote: example.permissionNote,
  } as const;
  const check = { ...work.decisions.check };
  for (const [i, { photograph, figures }] of rounds.entries()) {
    const taken = await pictures.takeIn(referencePath(photograph), `${photograph}.jpg`);
    await works.addPicture(work.id, taken);
    const takenAt = new Date(Date.UTC(2026, 9, 15 + i, 17, 20)).toISOString();
    const round = { id: `round-${i + 1}`, picture: taken.hash, takenAt, figures };
    check.rounds = [...check.rounds, roundSchema.parse(round)];
    check.photographs = [...check.photographs, taken.hash];
  }
  const transfer = { ...work.decisions.transfer, method: example.method };
  const decisions: WorkDecisions = { ...work.decisions, reference, fit, map, check, transfer };
  const { revision } = await works.save(work.id, { revision: work.revision, decisions });
  if (example.reached === 'begun') return;

  const request = mapRequestOf({ pictures: [picture], decisions });
  if (!request) throw new Error(`“${example.title}” cannot be laid out.`);
  const drawn = new MapMaker().make({
    ...request,
    picture: await readPicture(path, example.picture),
    pictureKey: picture.hash,
  });
  const document = { ...drawn, settings: { ...drawn.settings, ...mapOrigin(request) } };
  const { version } = await maps.keep(work.id, document);
  if (example.reached === 'mapped') return;

  const by = { date: '2026-10-17', unit: 'mm', version } as const;
  const printed = await works.get(work.id);
  const { count } = makeSheets(sheetSourceOf(printed, document, by), decisions.sheets);
  await printings.record(work.id, version, decisions.sheets, count);
  await works.save(work.id, {
    revision,
    decisions: transferred(decisions, example.reached, count, document),
  });
}

/** Lines that are traced of the work in transfer. */
const linesTraced = 58;

/** A tracing after some lines, each as long as planned, give or take. */
function runSoFar({ transfer, map: settings }: WorkDecisions, map: MapDocument, count: number): Run {
  const plan = planTracing(map, { ...transfer, speed: settings, care: 'thorough' });
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const random = seeded(3);
  const traced = plan.lines.slice(0, count).flatMap(({ id }, k) => {
    const line = lines.get(id);
    const seconds = (0.7 + 0.8 * random()) * (plan.seconds[k] ?? 0);
    return line ? [tracedLineOf(line, seconds, plan.goesOn[k] === 1)] : [];
  });
  const looks = [2, ...traced.keys()].filter((k) => k === 2 || (k > 2 && (k - 2) % transfer.lookEvery === 0));
  return {
    marksAt: new Date(Date.UTC(2026, 9, 17, 15, 2)).toISOString(),
    traced,
    looks: Number.isFinite(count) ? looks : [...looks, traced.length],
    rested: 0,
  };
}

/** The decisions after some steps at the table, or after all of them. */
function transferred(
  decisions: WorkDecisions,
  reached: 'in transfer' | 'filed',
  pages: number,
  map: MapDocument,
): WorkDecisions {
  const filed = reached === 'filed';
  const steps = transferSteps(decisions.fit, decisions.transfer, { count: pages, barsMm: [100] });
  const run = runSoFar(decisions, map, filed ? Infinity : linesTraced);
  const ticked = filed ? steps : steps.slice(0, Math.ceil(steps.length / 2));
  const at = (minute: number) => new Date(Date.UTC(2026, 9, 17, 15, minute)).toISOString();
  return {
    ...decisions,
    transfer: {
      ...decisions.transfer,
      run,
      done: Object.fromEntries(ticked.map((step, i) => [step.id, at(i)])),
      sittings: filed
        ? [
            { startedAt: at(0), minutes: 26 },
            { startedAt: at(50), minutes: 18.5 },
          ]
        : [{ startedAt: at(0), minutes: 9 }],
      used: filed
        ? '4B pencil on the back, dead ball-point, 0.3 mm lead to refine'
        : 'wax-free graphite sheet, third use',
    },
    file: filed
      ? {
          transferredAt: at(59),
          tracingKept: 'plan chest, second drawer, folder “shore”',
          nextTime: 'Leave the ripples out; three values were enough.',
        }
      : decisions.file,
  };
}
