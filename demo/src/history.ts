import { gaussian, seeded } from '@nobrel/core/camera';
import { isTraced, type MapDocument } from '@nobrel/core/documents';
import { surfaceOf, usualOf } from '@nobrel/core/fit';
import {
  newSupplySchema,
  sheetsToJoin,
  supplyKinds,
  type Freehand,
  type NewSupply,
  type Work,
  type WorkDecisions,
} from '@nobrel/core/file';
import {
  measuresOf,
  standardReady,
  standardTracing,
  tracedLineOf,
  transferSteps,
  type Sitting,
  type SupplyKind,
} from '@nobrel/core/transfer';
import { effortOf } from '@nobrel/core/map';
import { drillIds, drills, type DrillAnswer, type DrillId } from '@nobrel/core/practice';
import type { OpenFile } from '@nobrel/server';
import { dinghy, kettle, lantern, history, type Past } from './past-works.js';

const supply = (kind: SupplyKind, name: string, counted: number, more: Partial<NewSupply> = {}) =>
  newSupplySchema.parse({ kind, name, counted, low: supplyKinds[kind].usualLow, ...more });

/** What lay in the boathouse when it was last counted. */
const counted: readonly NewSupply[] = [
  supply('transfer-sheet', 'Graphite sheet, wax-free', 60, {
    waxFree: true,
    colour: 'grey',
    widthMm: 300,
    heightMm: 450,
  }),
  supply('transfer-sheet', 'White sheet', 12, {
    waxFree: false,
    colour: 'white',
    widthMm: 210,
    heightMm: 297,
  }),
  supply('print-paper', 'Plain paper, A4', 180, { paper: 'a4', gramsPerM2: 80 }),
  supply('paper', 'Cold-pressed block', 4, {
    surface: 'cold-pressed',
    widthMm: 420,
    heightMm: 297,
    gramsPerM2: 300,
  }),
  supply('paper', 'Hot-pressed sheets', 3, {
    surface: 'hot-pressed',
    widthMm: 560,
    heightMm: 380,
    gramsPerM2: 300,
  }),
  supply('film', 'Clear film', 6, { widthMm: 210, heightMm: 297 }),
  supply('stick', 'Graphite stick, HB', 2),
  supply('pounce', 'Charcoal powder', 12, { colour: 'black' }),
  supply('tape', 'Low-tack tape', 9),
  supply('fixative', 'Fixative, matt', 1, { bestBefore: '2026-10-31' }),
];
const countedOn = new Date('2026-05-01T09:00:00.000Z');

/** How this painter differs from the standard figures: slow along lines, quick between them, long in making ready. */
const hand = { line: 1.35, lift: 0.8, ready: 1.3, form: 0.14 };

/** Works in hand that are wanted by a day, and in how many days. */
const wantedIn: Readonly<Record<string, number>> = { [kettle]: 4, [dinghy]: 12, [lantern]: 5 };
const dayMs = 24 * 3600_000;

/** How far off this painter's eye is in each drill at first, as shares of what is usual; it halves in two years. */
const eye: Readonly<Record<DrillId, { share: number; tendency: number; kind: string }>> = {
  angle: { share: 1.5, tendency: 0.6, kind: 'near upright' },
  proportion: { share: 1.2, tendency: -0.3, kind: 'across into up' },
  placing: { share: 1.1, tendency: 0, kind: 'upper right' },
  curve: { share: 1.3, tendency: 0.4, kind: 'full' },
  value: { share: 1, tendency: 0, kind: 'dark' },
  order: { share: 1.2, tendency: 0, kind: 'darks' },
  edge: { share: 1.1, tendency: 0, kind: 'shadows' },
};

/** Drills of two years, a few minutes a fortnight. */
function drilled(random: () => number): DrillAnswer[] {
  const fortnights = 50;
  return Array.from({ length: fortnights }, (_, k) =>
    drillIds.flatMap((drill): DrillAnswer[] => {
      const { usual, guess } = drills[drill];
      const { share, tendency, kind } = eye[drill];
      const level = share * usual * (1 - (0.5 * k) / fortnights);
      return Array.from({ length: 3 }, (__, i) => {
        const at = new Date(
          Date.parse('2024-12-10T18:00:00.000Z') + 14 * k * dayMs + i * 60_000,
        ).toISOString();
        const chosen = random() < 0.75 ? 0 : random() < 0.6 ? 1 : -1;
        const error =
          guess === null ? (level / 1.15) * (gaussian(random) + (i === 0 ? tendency : 0)) : chosen;
        const right = guess === null ? Math.abs(error) <= level : error === 0;
        return { drill, at, kind: i === 0 ? kind : 'slanting', error, level, right };
      });
    }),
  ).flat();
}

/** Adds two years of works to those in hand. Each is traced from the map of one of them. */
export async function seedHistory(file: OpenFile): Promise<void> {
  const { works } = await file.flatFile.list();
  const idOf = new Map(works.map(({ id, title }) => [title, id]));
  for (const [title, days] of Object.entries(wantedIn)) {
    const { id, revision, decisions, changedAt } = await file.works.get(idOf.get(title) ?? '');
    const readyBy = new Date(Date.now() + days * dayMs).toISOString().slice(0, 10);
    const request = { revision, decisions: { ...decisions, file: { ...decisions.file, readyBy } } };
    await file.works.save(id, request, { changedAt: new Date(changedAt) });
  }
  const maps = new Map<string, MapDocument>();
  const random = seeded(11);
  for (const each of counted) await file.supplies.add(each, countedOn);
  await file.answers.keep(...drilled(seeded(7)));
  for (const each of history) {
    const id = idOf.get(each.from);
    if (id === undefined) throw new Error(`There is no “${each.from}” to trace from.`);
    const document = maps.get(id) ?? (await file.maps.get(id)).document;
    maps.set(id, document);
    const begun = new Date(`${each.on}T09:00:00.000Z`);
    const request = { as: 'method', title: each.title, method: each.method } as const;
    const work = await file.works.duplicate(id, request, begun);
    const decisions = pastDecisions(work, each, document, random);
    if (each.from === dinghy) await addRounds(file, work.id, idOf.get(dinghy) ?? '', decisions);
    const ended = new Date(`${each.on}T18:00:00.000Z`);
    await file.works.save(work.id, { revision: work.revision, decisions }, { changedAt: ended });
  }
}

/** Rounds of the dinghy’s drawing, for works that were drawn from the same map: one or two of them, the last a good one. */
async function addRounds({ works }: OpenFile, to: string, from: string, decisions: WorkDecisions) {
  const { decisions: checked, pictures } = await works.get(from);
  const [, ...rounds] = checked.check.rounds;
  const taken = decisions.title.length % 2 === 0 ? rounds : checked.check.rounds.filter((_, k) => k !== 1);
  for (const { picture } of taken) {
    const stored = pictures.find(({ hash }) => hash === picture);
    if (stored) await works.addPicture(to, stored);
  }
  decisions.check = { ...decisions.check, rounds: taken, photographs: taken.map(({ picture }) => picture) };
}

function pastDecisions(work: Work, each: Past, map: MapDocument, random: () => number): WorkDecisions {
  const { decisions } = work;
  const fit = { ...decisions.fit, kind: each.surface, ...usualOf(each.surface) };
  const { lifts } = effortOf(map);
  const lines = map.lines.filter(isTraced);
  // Lines that go on from another are spread over the map.
  const liftsBefore = (k: number) => Math.floor((k * lifts) / lines.length);
  const traced = lines.map((line, k) => tracedLineOf(line, null, liftsBefore(k + 1) === liftsBefore(k)));
  const transfer = { ...decisions.transfer, method: each.method, used: each.used };
  const sheets = sheetsToJoin(work);
  const sittings = sittingsOn(each, { fit, transfer, sheets }, traced, lifts, random);
  const done = Object.fromEntries(
    transferSteps(fit, transfer, sheets).map(({ id, phase }) => [
      id,
      (phase === 'Finish' ? sittings.at(-1) : sittings[0])?.startedAt ?? `${each.on}T10:00:00.000Z`,
    ]),
  );
  return {
    ...decisions,
    fit,
    transfer: { ...transfer, sittings, done, run: { ...transfer.run, traced } },
    file: {
      ...decisions.file,
      transferredAt: each.drawer === 'given-up' ? null : `${each.on}T17:30:00.000Z`,
      tracingKept: each.kept,
      pictureKept: each.picture ?? '',
      heldBy: each.heldBy ?? '',
      nextTime: each.nextTime,
      series: each.series,
      tags: [...each.tags],
      freehand: drawnFreehand(each, random),
      drawer: each.drawer,
    },
  };
}

/** Before every third work it was drawn freehand first. */
function drawnFreehand({ on, title }: Past, random: () => number): Freehand[] {
  if (title.length % 3 !== 0) return [];
  const before = new Date(Date.parse(`${on}T12:00:00.000Z`) - 3 * dayMs).toISOString().slice(0, 10);
  return [{ on: before, minutes: Math.round(25 + 40 * random()) }];
}

/** Sittings of about three quarters of an hour, each as long as this hand takes, give or take its form that day. */
function sittingsOn(
  { on }: Past,
  of: Parameters<typeof measuresOf>[0],
  traced: readonly { lengthMm: number }[],
  lifts: number,
  random: () => number,
): Sitting[] {
  const metres = traced.reduce((sum, { lengthMm }) => sum + lengthMm, 0) / 1000;
  const measures = measuresOf(of, { metres, lifts });
  const { line, lift } = standardTracing(measures);
  const areaDm2 = (of.fit.widthMm * of.fit.heightMm) / 10_000;
  const { ready, join, tidy } = standardReady(measures.method, areaDm2, of.sheets.count);
  const tooth = surfaceOf(of.fit).tooth === 'rough' ? 1.1 : 1;
  const tracing = tooth * (hand.line * line + hand.lift * lift);
  const count = Math.max(1, Math.round((tracing + hand.ready * (ready + join + tidy)) / 45));
  return Array.from({ length: count }, (_, k) => {
    const own = tracing / count + hand.ready * ((k === 0 ? ready + join : 0) + (k === count - 1 ? tidy : 0));
    return {
      startedAt: new Date(Date.parse(`${on}T09:30:00.000Z`) + k * 3 * 3600_000).toISOString(),
      minutes: Math.round(10 * own * Math.exp(hand.form * gaussian(random))) / 10,
      traced: Math.round((traced.length * (k + 1)) / count),
    };
  });
}
