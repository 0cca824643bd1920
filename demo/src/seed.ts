import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { z } from 'zod';
import { seeded } from '@nobrel/core/camera';
import { roundSchema } from '@nobrel/core/check';
import { readMapDocument, type MapDocument } from '@nobrel/core/documents';
import { usualOf } from '@nobrel/core/fit';
import { MapMaker } from '@nobrel/core/map';
import { mapOrigin, mapRequestOf, sheetSourceOf, type WorkDecisions } from '@nobrel/core/file';
import { makeSheets } from '@nobrel/core/sheets';
import { planTracing, tracedLineOf, transferSteps, type Run } from '@nobrel/core/transfer';
import { readPicture, type OpenFile } from '@nobrel/server';
import { examples, type Example } from './examples.js';

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

/** Where the map of a demo work is kept, so that seeding does not wait for seven maps to be made. */
export const mapPath = (title: string) =>
  fileURLToPath(
    new URL(`../references/maps/${title.toLowerCase().replace(/[^a-z]+/g, '-')}.map.json`, import.meta.url),
  );

type MapDecided = NonNullable<ReturnType<typeof mapRequestOf>>;
/** How the map of a work comes about. */
type MapSource = (example: Example, request: MapDecided, pictureHash: string) => Promise<MapDocument>;

/** The map as it was kept when it was last drawn. */
const keptMap: MapSource = async ({ title }) => readMapDocument(await readFile(mapPath(title), 'utf8'));

const maker = new MapMaker();
/** The map made anew. */
export const makeMap: MapSource = async ({ picture }, request, pictureHash) => {
  const path = referencePath(picture);
  const drawn = maker.make({
    ...request,
    picture: await readPicture(path, picture),
    pictureKey: pictureHash,
  });
  return { ...drawn, settings: { ...drawn.settings, ...mapOrigin(request) } };
};

type SeedOptions = {
  /** Rounds of checking that one of the works is in; null for none, those that are kept when not given. */
  rounds?: DemoRounds | null;
  mapOf?: MapSource;
};

/**
 * Fills an empty file with works at different stations. Does nothing when there are works already.
 *
 * @returns whether it was filled
 */
export async function seed(file: OpenFile, { rounds, mapOf = keptMap }: SeedOptions = {}): Promise<boolean> {
  if ((await file.flatFile.list()).works.length > 0) return false;
  const own = rounds === undefined ? await readRounds() : (rounds ?? []);
  for (const example of examples)
    await seedOne(file, mapOf, example, example.title === checkedTitle ? own : []);
  return true;
}

async function seedOne(
  { works, maps, printings, pictures }: OpenFile,
  mapOf: MapSource,
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
  const check = { ...work.decisions.check, parts: [...(example.parts ?? [])] };
  for (const [i, { photograph, figures }] of rounds.entries()) {
    const taken = await pictures.takeIn(referencePath(photograph), `${photograph}.jpg`);
    await works.addPicture(work.id, taken);
    const takenAt = new Date(Date.UTC(2026, 9, 15 + i, 17, 20)).toISOString();
    const round = { id: `round-${i + 1}`, picture: taken.hash, takenAt, figures };
    check.rounds = [...check.rounds, roundSchema.parse(round)];
    check.photographs = [...check.photographs, taken.hash];
  }
  const transfer = { ...work.decisions.transfer, ...example.transfer, method: example.method };
  const decisions: WorkDecisions = { ...work.decisions, reference, fit, map, check, transfer };
  const { revision } = await works.save(work.id, { revision: work.revision, decisions });
  if (example.reached === 'begun') return;

  const request = mapRequestOf({ pictures: [picture], decisions });
  if (!request) throw new Error(`“${example.title}” cannot be laid out.`);
  const document = await mapOf(example, request, picture.hash);
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
  const plan = planTracing(map, {
    ...transfer,
    speed: settings,
    care: Number.isFinite(count) ? 'thorough' : 'quick',
  });
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
            { startedAt: at(0), minutes: 26, traced: null },
            { startedAt: at(50), minutes: 18.5, traced: run.traced.length },
          ]
        : [{ startedAt: at(0), minutes: 9, traced: run.traced.length }],
      used: filed
        ? '4B pencil on the back, dead ball-point, 0.3 mm lead to refine'
        : 'wax-free graphite sheet, third use',
    },
    file: filed
      ? {
          ...decisions.file,
          transferredAt: at(59),
          tracingKept: 'plan chest, second drawer, folder “shore”',
          nextTime: 'Leave the ripples out; three values were enough.',
        }
      : decisions.file,
  };
}
