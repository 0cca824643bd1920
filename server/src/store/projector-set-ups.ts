import { nanoid } from 'nanoid';
import type { Sequelize } from 'sequelize';
import {
  maxProjectorSetUps,
  newProjectorSetUpSchema,
  type NewProjectorSetUp,
  type ProjectorSetUp,
} from '@nobrel/core/transfer';
import { Fault } from '../faults.js';
import type { Models, ProjectorSetUpRow } from './models.js';
import { write } from './write.js';

/** How projectors lie on walls, by name; they belong to the file, not to one work. */
export class ProjectorSetUpStore {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly rows: Pick<Models, 'ProjectorSetUp'>,
  ) {}

  /** By name. */
  async list(): Promise<ProjectorSetUp[]> {
    return (await this.rows.ProjectorSetUp.findAll({ order: [['name', 'ASC']] })).map(setUpOf);
  }

  /**
   * Keeps a set-up. One of the same name gives way to it.
   *
   * @throws Fault when there are too many
   */
  keep(setUp: NewProjectorSetUp): Promise<ProjectorSetUp> {
    return write(this.sequelize, async (transaction) => {
      await this.rows.ProjectorSetUp.destroy({ where: { name: setUp.name }, transaction });
      if ((await this.rows.ProjectorSetUp.count({ transaction })) >= maxProjectorSetUps)
        throw new Fault(
          409,
          'too-many-set-ups',
          `${maxProjectorSetUps} set-ups are kept already. Delete one that is no longer used first.`,
          'name',
        );
      const row = { id: nanoid(12), name: setUp.name, setUp: JSON.stringify(setUp), keptAt: new Date() };
      return setUpOf(await this.rows.ProjectorSetUp.create(row, { transaction }));
    });
  }

  /** Forgets a set-up; one that is not there is forgotten already. */
  async forget(id: string): Promise<void> {
    await write(this.sequelize, (transaction) =>
      this.rows.ProjectorSetUp.destroy({ where: { id }, transaction }),
    );
  }
}

function setUpOf({ id, setUp, keptAt }: ProjectorSetUpRow): ProjectorSetUp {
  return { ...newProjectorSetUpSchema.parse(JSON.parse(setUp)), id, keptAt: keptAt.toISOString() };
}
