import type { Sequelize } from 'sequelize';
import { planDecisionsSchema, usualPlan, type PlanRequest } from '@nobrel/core/file';
import { Fault } from '../faults.js';
import type { Models } from './models.js';
import { write } from './write.js';

/** There is one plan for the file. */
const theOne = 1;

/** When one is free, and what was moved in the plan by hand. */
export class PlanStore {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly rows: Pick<Models, 'Plan'>,
  ) {}

  /** The plan as it was decided; two evenings a week until it is. One that cannot be read begins anew. */
  async get(): Promise<PlanRequest> {
    const row = await this.rows.Plan.findByPk(theOne);
    if (!row) return { revision: 0, decisions: usualPlan };
    return {
      revision: row.revision,
      decisions: planDecisionsSchema.catch(usualPlan).parse(read(row.decisions)),
    };
  }

  /** @throws Fault 409 when it was changed in another window */
  save({ revision, decisions }: PlanRequest): Promise<PlanRequest> {
    return write(this.sequelize, async (transaction) => {
      const row = await this.rows.Plan.findByPk(theOne, { transaction });
      if ((row?.revision ?? 0) !== revision)
        throw new Fault(
          409,
          'changed-elsewhere',
          'The plan was changed in another window. It is shown as it is now: change it again.',
        );
      const fields = { id: theOne, decisions: JSON.stringify(decisions), revision: revision + 1 };
      await this.rows.Plan.upsert(fields, { transaction });
      return { revision: revision + 1, decisions };
    });
  }
}

function read(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
