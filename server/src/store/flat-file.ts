import { LRUCache } from 'lru-cache';
import { Op, QueryTypes, type Sequelize } from 'sequelize';
import { z } from 'zod';
import {
  standingOf,
  type Card,
  type DamagedCard,
  type FlatFile,
  type WorkDecisions,
} from '@nobrel/core/file';
import { Fault } from '../faults.js';
import type { Models, WorkRow } from './models.js';
import { titleIn } from './title-in.js';
import { decisionsOf } from './works.js';

/** What a card takes from the decisions. */
type Told = Pick<Card, 'title' | 'demo' | 'widthMm' | 'heightMm' | 'method'> & {
  main: string | null;
  progress: Pick<WorkDecisions, 'file' | 'transfer'>;
};
type Unreadable = Pick<DamagedCard, 'title' | 'damaged'>;

const newestMaps = z.array(
  z.object({ workId: z.string(), lines: z.int(), minutes: z.number(), madeAt: z.string() }),
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
    const select = { type: QueryTypes.SELECT } as const;
    const [works, maps, prints, added, bin] = await Promise.all([
      this.rows.Work.findAll({
        where: { deletedAt: null },
        order: [['changedAt', 'DESC']],
        attributes: { exclude: ['decisions'] },
      }),
      this.sequelize.query(
        `SELECT work_id AS workId, lines, minutes, made_at AS madeAt FROM map_versions
         WHERE (work_id, version) IN (SELECT work_id, MAX(version) FROM map_versions GROUP BY work_id)`,
        select,
      ),
      this.sequelize.query('SELECT DISTINCT work_id AS workId FROM printings', select),
      this.rows.WorkPicture.findAll({ attributes: ['workId', 'pictureHash'] }),
      this.rows.Work.findAll({ where: { deletedAt: { [Op.not]: null } }, order: [['deletedAt', 'DESC']] }),
    ]);
    await this.tell(works);
    const mapOf = new Map(newestMaps.parse(maps).map((map) => [map.workId, map]));
    const isPrinted = new Set(printed.parse(prints).map(({ workId }) => workId));
    const isAdded = new Set(added.map(({ workId, pictureHash }) => `${workId} ${pictureHash}`));
    return {
      works: works.flatMap((row): (Card | DamagedCard)[] => {
        const told = this.told.get(row.id)?.tells;
        // Deleted for good in the moment between.
        if (!told) return [];
        const { id } = row;
        const changedAt = row.changedAt.toISOString();
        if ('damaged' in told) return [{ id, changedAt, ...told }];
        const { main, progress, ...card } = told;
        const map = mapOf.get(id);
        return [
          {
            ...card,
            id,
            changedAt,
            picture: main !== null && isAdded.has(`${id} ${main}`) ? main : row.pictureHash,
            map: map
              ? { lines: map.lines, minutes: map.minutes, madeAt: new Date(map.madeAt).toISOString() }
              : null,
            standing: standingOf({
              decisions: progress,
              mapped: map !== undefined,
              printed: isPrinted.has(id),
            }),
          },
        ];
      }),
      bin: bin.map(({ id, decisions, deletedAt }) => ({
        id,
        title: titleIn(decisions),
        deletedAt: (deletedAt ?? new Date()).toISOString(),
      })),
    };
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
    for (const row of rows) this.told.set(row.id, { as: stateOf(row), tells: toldBy(row) });
  }
}

/** Another one after every change of the decisions. */
const stateOf = ({ revision, changedAt }: WorkRow) => `${revision} ${changedAt.getTime()}`;

function toldBy({ decisions: text }: WorkRow): Told | Unreadable {
  try {
    const { title, demo, fit, transfer, file, reference } = decisionsOf(text);
    const { widthMm, heightMm } = fit;
    return {
      title,
      demo,
      widthMm,
      heightMm,
      method: transfer.method,
      main: reference.main,
      progress: { file, transfer },
    };
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    return { damaged: error.message, title: titleIn(text) };
  }
}
