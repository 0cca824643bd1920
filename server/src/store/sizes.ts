import { nanoid } from 'nanoid';
import { maxSavedSizes, type NewSize, type SavedSize } from '@nobrel/core/fit';
import { Fault } from '../faults.js';
import type { Models, SavedSizeRow } from './models.js';

/** Surface sizes a person has saved under names of their own; they belong to the file, not to one work. */
export class SizeStore {
  constructor(private readonly rows: Models) {}

  /** By name. */
  async list(): Promise<SavedSize[]> {
    return (await this.rows.SavedSize.findAll({ order: [['name', 'ASC']] })).map(sizeOf);
  }

  /**
   * Saves a size. A name that is there already takes the new size.
   *
   * @throws Fault when there are too many
   */
  async save({ name, widthMm, heightMm }: NewSize): Promise<SavedSize> {
    const there = await this.rows.SavedSize.findOne({ where: { name } });
    if (there) return sizeOf(await there.update({ widthMm, heightMm }));
    if ((await this.rows.SavedSize.count()) >= maxSavedSizes) {
      throw new Fault(
        409,
        'too-many-sizes',
        `${maxSavedSizes} sizes are saved already. Delete one that is no longer used first.`,
        'name',
      );
    }
    return sizeOf(await this.rows.SavedSize.create({ id: nanoid(12), name, widthMm, heightMm }));
  }

  /** Forgets a size; one that is not there is forgotten already. */
  async forget(id: string): Promise<void> {
    await this.rows.SavedSize.destroy({ where: { id } });
  }
}

function sizeOf({ id, name, widthMm, heightMm }: SavedSizeRow): SavedSize {
  return { id, name, widthMm, heightMm };
}
