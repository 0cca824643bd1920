import { nanoid } from 'nanoid';
import type { Sequelize } from 'sequelize';
import { maxSavedSizes, type NewSize, type SavedSize } from '@nobrel/core/fit';
import { Fault } from '../faults.js';
import type { Models, SavedSizeRow } from './models.js';
import { write } from './write.js';

/** Surface sizes a person has saved under names of their own; they belong to the file, not to one work. */
export class SizeStore {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly rows: Models,
  ) {}

  /** By name. */
  async list(): Promise<SavedSize[]> {
    return (await this.rows.SavedSize.findAll({ order: [['name', 'ASC']] })).map(sizeOf);
  }

  /**
   * Saves a size. A name that is there already takes the new size.
   *
   * @throws Fault when there are too many
   */
  save({ name, widthMm, heightMm }: NewSize): Promise<SavedSize> {
    return write(this.sequelize, async (transaction) => {
      const there = await this.rows.SavedSize.findOne({ where: { name }, transaction });
      if (there) return sizeOf(await there.update({ widthMm, heightMm }, { transaction }));
      if ((await this.rows.SavedSize.count({ transaction })) >= maxSavedSizes) {
        throw new Fault(
          409,
          'too-many-sizes',
          `${maxSavedSizes} sizes are saved already. Delete one that is no longer used first.`,
          'name',
        );
      }
      return sizeOf(
        await this.rows.SavedSize.create({ id: nanoid(12), name, widthMm, heightMm }, { transaction }),
      );
    });
  }

  /** Forgets a size; one that is not there is forgotten already. */
  async forget(id: string): Promise<void> {
    await write(this.sequelize, (transaction) => this.rows.SavedSize.destroy({ where: { id }, transaction }));
  }
}

function sizeOf({ id, name, widthMm, heightMm }: SavedSizeRow): SavedSize {
  return { id, name, widthMm, heightMm };
}
