import { nanoid } from 'nanoid';
import type { Sequelize } from 'sequelize';
import { drillAnswerSchema, type DrillAnswer, type KeptAnswer } from '@nobrel/core/practice';
import type { DrillAnswerRow, Models } from './models.js';
import { write } from './write.js';

/** More answers than this tell nothing more of a skill: the oldest are left out of the list. */
const maxListed = 5000;

/** Answers to drills; they belong to the painter, not to one work. */
export class DrillAnswerStore {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly rows: Pick<Models, 'DrillAnswer'>,
  ) {}

  /** In the order they were given; one that cannot be read says nothing. */
  async list(): Promise<KeptAnswer[]> {
    const rows = await this.rows.DrillAnswer.findAll({ order: [['givenAt', 'DESC']], limit: maxListed });
    return rows.reverse().flatMap(answerOf);
  }

  keep(...answers: readonly DrillAnswer[]): Promise<KeptAnswer[]> {
    return write(this.sequelize, async (transaction) => {
      const kept = answers.map((answer) => ({ ...answer, id: nanoid(12) }));
      await this.rows.DrillAnswer.bulkCreate(
        kept.map(({ id, ...answer }) => ({
          id,
          answer: JSON.stringify(answer),
          givenAt: new Date(answer.at),
        })),
        { transaction },
      );
      return kept;
    });
  }

  /** Takes an answer back, such as a slip of the hand; one that is not there is back already. */
  async takeBack(id: string): Promise<void> {
    await write(this.sequelize, (transaction) =>
      this.rows.DrillAnswer.destroy({ where: { id }, transaction }),
    );
  }
}

function answerOf({ id, answer }: DrillAnswerRow): KeptAnswer[] {
  try {
    const read = drillAnswerSchema.safeParse(JSON.parse(answer));
    return read.success ? [{ ...read.data, id }] : [];
  } catch {
    return [];
  }
}
