import { setImmediate } from 'node:timers/promises';
import { LRUCache } from 'lru-cache';
import { Op, QueryTypes, type Sequelize } from 'sequelize';
import { z } from 'zod';
import {
  cardFactsOf,
  gatherNeeds,
  lessonsFor,
  lessonTraitsOf,
  needsOf,
  plannedWorkOf,
  sheetsToJoin,
  standingOf,
  timeSpentOn,
  usesOf,
  type Card,
  type CardFacts,
  type DamagedCard,
  type FlatFile,
  type Learned,
  type Lesson,
  type Plan,
  type Printing,
  type SupplyNeed,
  type SupplyUse,
  type TimeSpent,
  type WorkDecisions,
} from '@nobrel/core/file';
import { fitSpeeds, timedWorksOf, type OwnSpeeds } from '@nobrel/core/transfer';
import { Fault } from '../faults.js';
import { printingOf } from './from-rows.js';
import { decisionsOf } from './kept-decisions.js';
import { noWork } from './maps.js';
import type { Models, PrintingRow, WorkRow } from './models.js';
import { titleIn } from './title-in.js';

/** What is kept of the decisions of a work while they do not change. */
type Told = {
  facts: CardFacts;
  main: string | null;
  learned: Pick<Learned, 'nextTime' | 'traits'>;
  /** What its sittings, its uses and its needs are read off. */
  decisions: Pick<WorkDecisions, 'title' | 'fit' | 'map' | 'sheets' | 'transfer' | 'file'>;
  /** Rounds of checking its drawing. */
  rounds: TimeSpent['rounds'];
};
type Unreadable = Pick<DamagedCard, 'title' | 'damaged'>;

/** Decisions read in one go: some twenty milliseconds. */
const rowsAtOnce = 25;

const newestMaps = z.array(
  z.object({
    workId: z.string(),
    lines: z.int(),
    lifts: z.int(),
    metres: z.number(),
    minutes: z.number(),
    madeAt: z.string(),
  }),
);
const printed = z.array(z.object({ workId: z.string() }));

/** The list of works, by a fixed number of queries however many there are. */
export class FlatFileStore {
  /** Kept by work while its decisions do not change: reading them is what takes time. */
  private readonly told = new LRUCache<string, { as: string; tells: Told | Unreadable }>({ max: 20_000 });

  constructor(
    private readonly sequelize: Sequelize,
    private readonly rows: Models,
  ) {}

  /** Every work as its card, the last changed first; what cannot be read stands by itself. */
  async list(): Promise<FlatFile> {
    const [works, mapOf, prints, added, bin] = await Promise.all([
      this.toldWorks(),
      this.newestMaps(),
      this.sequelize.query('SELECT DISTINCT work_id AS workId FROM printings', { type: QueryTypes.SELECT }),
      this.rows.WorkPicture.findAll({ attributes: ['workId', 'pictureHash'] }),
      this.rows.Work.findAll({ where: { deletedAt: { [Op.not]: null } }, order: [['deletedAt', 'DESC']] }),
    ]);
    const isPrinted = new Set(printed.parse(prints).map(({ workId }) => workId));
    const isAdded = new Set(added.map(({ workId, pictureHash }) => `${workId} ${pictureHash}`));
    return {
      works: works.map(({ row, told }): Card | DamagedCard => {
        const { id } = row;
        const changedAt = row.changedAt.toISOString();
        if ('damaged' in told) return { id, changedAt, ...told };
        const { main, decisions, facts } = told;
        const map = mapOf.get(id);
        return {
          ...facts,
          id,
          changedAt,
          picture: main !== null && isAdded.has(`${id} ${main}`) ? main : row.pictureHash,
          map: map
            ? { lines: map.lines, minutes: map.minutes, madeAt: new Date(map.madeAt).toISOString() }
            : null,
          standing: standingOf({
            decisions,
            mapped: map !== undefined,
            printed: isPrinted.has(id),
          }),
        };
      }),
      bin: bin.map(({ id, decisions, deletedAt }) => ({
        id,
        title: titleIn(decisions),
        deletedAt: (deletedAt ?? new Date()).toISOString(),
      })),
    };
  }

  /** Own speeds, from the sittings of every work but those to play with. */
  async ownSpeeds(): Promise<OwnSpeeds> {
    return speedsFrom(await this.ownWorks());
  }

  /** What every work used up, and what those in hand will; works to play with apart. */
  async supplyUses(): Promise<{ uses: SupplyUse[]; needs: SupplyNeed[] }> {
    const works = await this.ownWorks();
    return {
      uses: works.flatMap(({ told, map, printings }) => usesOf({ ...told, map, printings })),
      needs: gatherNeeds(
        works.map(({ told, map, printings }) => ({
          title: told.facts.title,
          needs: needsOf({ ...told, map, printings }),
        })),
      ),
    };
  }

  /** Works in hand for the plan: with what is left of them, and those without a map. */
  async worksToPlan(): Promise<Pick<Plan, 'works' | 'unmapped'>> {
    const works = await this.ownWorks();
    const own = speedsFrom(works);
    return {
      works: works.flatMap(
        ({ id, told, map, printings }) => plannedWorkOf(id, told.decisions, map, printings, own) ?? [],
      ),
      unmapped: works.flatMap(({ id, map, told: { facts } }) =>
        map === null && facts.drawer === 'in-hand'
          ? [{ id, title: facts.title, readyBy: facts.readyBy }]
          : [],
      ),
    };
  }

  /** What went into each work, for the charts; works to play with apart. */
  async timeSpent(): Promise<TimeSpent[]> {
    const works = await this.ownWorks();
    return timeSpentOn(
      works.map(({ told: { decisions, rounds }, ...own }) => ({ ...own, decisions, rounds })),
    );
  }

  /** Every readable work but those to play with, with its newest map and its printings. */
  private async ownWorks(): Promise<OwnWork[]> {
    const [works, mapOf, rows] = await Promise.all([
      this.toldWorks(),
      this.newestMaps(),
      this.rows.Printing.findAll({ order: [['printedAt', 'ASC']] }),
    ]);
    const printingsOf = new Map<string, Printing[]>();
    for (const row of rows)
      printingsOf.set(row.workId, [...(printingsOf.get(row.workId) ?? []), ...readablePrinting(row)]);
    return works.flatMap(({ row: { id }, told }) =>
      'damaged' in told || told.facts.demo
        ? []
        : [{ id, told, map: mapOf.get(id) ?? null, printings: printingsOf.get(id) ?? [] }],
    );
  }

  /**
   * What was learned at other works that may be of use in one.
   *
   * @throws Fault 404 when there is no such work
   */
  async lessons(id: string): Promise<Lesson[]> {
    const works = await this.toldWorks();
    const own = works.find(({ row }) => row.id === id)?.told;
    if (!own) throw noWork();
    if ('damaged' in own) return [];
    const learned = works.flatMap(({ row, told }): Learned[] =>
      row.id === id || 'damaged' in told || told.learned.nextTime === '' || told.facts.demo !== own.facts.demo
        ? []
        : [{ ...told.learned, id: row.id, title: told.facts.title, changedAt: row.changedAt.toISOString() }],
    );
    return lessonsFor(own.learned.traits, learned);
  }

  /** Every work with what its decisions tell, the last changed first. */
  private async toldWorks(): Promise<{ row: WorkRow; told: Told | Unreadable }[]> {
    const rows = await this.rows.Work.findAll({
      where: { deletedAt: null },
      order: [['changedAt', 'DESC']],
      attributes: { exclude: ['decisions'] },
    });
    await this.tell(rows);
    return rows.flatMap((row) => {
      const told = this.told.get(row.id)?.tells;
      // Deleted for good in the moment between.
      return told ? [{ row, told }] : [];
    });
  }

  private async newestMaps() {
    const rows = await this.sequelize.query(
      `SELECT work_id AS workId, lines, lifts, metres, minutes, made_at AS madeAt FROM map_versions
       WHERE (work_id, version) IN (SELECT work_id, MAX(version) FROM map_versions GROUP BY work_id)`,
      { type: QueryTypes.SELECT },
    );
    return new Map(newestMaps.parse(rows).map((map) => [map.workId, map]));
  }

  /** Reads the decisions of works that were changed since they were last listed. */
  private async tell(works: readonly WorkRow[]): Promise<void> {
    const unknown = works.filter((row) => this.told.get(row.id)?.as !== stateOf(row));
    if (unknown.length === 0) return;
    // Few are asked for by name; the whole table by itself is faster than a long list of names.
    const where = unknown.length < 200 ? { id: unknown.map(({ id }) => id) } : {};
    const rows = await this.rows.Work.findAll({
      where,
      attributes: ['id', 'revision', 'changedAt', 'decisions'],
    });
    for (const [k, row] of rows.entries()) {
      this.told.set(row.id, { as: stateOf(row), tells: toldBy(row) });
      // Nobody else waits longer than that for their answer.
      if (k % rowsAtOnce === rowsAtOnce - 1) await setImmediate();
    }
  }
}

/** A readable work with its newest map and its printings. */
type OwnWork = {
  id: string;
  told: Told;
  map: { lifts: number; metres: number } | null;
  printings: Printing[];
};

/** Own speeds, as the sittings of works tell them. */
const speedsFrom = (works: readonly OwnWork[]): OwnSpeeds =>
  fitSpeeds(
    works.flatMap(({ map, printings, told: { decisions } }) =>
      timedWorksOf({
        ...decisions,
        sheets: sheetsToJoin({ printings }),
        map,
        isTransferred: decisions.file.transferredAt !== null,
      }),
    ),
  );

/** One that cannot be read says nothing of how many sheets there were; the rest is counted all the same. */
function readablePrinting(row: PrintingRow): Printing[] {
  try {
    return [printingOf(row)];
  } catch {
    return [];
  }
}

/** Another one after every change of the decisions. */
const stateOf = ({ revision, changedAt }: WorkRow) => `${revision} ${changedAt.getTime()}`;

function toldBy({ decisions: text }: WorkRow): Told | Unreadable {
  try {
    const decisions = decisionsOf(text);
    const { title, fit, map, sheets, transfer, file, reference, check } = decisions;
    return {
      facts: cardFactsOf(decisions),
      main: reference.main,
      learned: { nextTime: file.nextTime.trim(), traits: lessonTraitsOf(decisions) },
      decisions: { title, fit, map, sheets, transfer, file },
      rounds: check.rounds.flatMap(({ of, takenAt, figures }) =>
        of === 'drawing' && figures ? [{ takenAt, meanOffMm: figures.meanOffMm }] : [],
      ),
    };
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    return { damaged: error.message, title: titleIn(text) };
  }
}
