import { nanoid } from 'nanoid';
import { literal, type Sequelize } from 'sequelize';
import {
  maxSupplies,
  newSupplySchema,
  type NewSupply,
  type Supply,
  type SupplyChange,
} from '@nobrel/core/file';
import { Fault } from '../faults.js';
import type { Models, SupplyRow } from './models.js';
import { write } from './write.js';

/** Supplies as they were counted; they belong to the file, not to one work. */
export class SupplyStore {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly rows: Pick<Models, 'Supply'>,
  ) {}

  /** The first counted first: it is used up first. */
  async list(): Promise<Supply[]> {
    const rows = await this.rows.Supply.findAll({
      order: [
        ['countedAt', 'ASC'],
        // Counted at once: as they were added.
        [literal('rowid'), 'ASC'],
      ],
    });
    return rows.map(supplyOf);
  }

  /** @throws Fault 409 when there are too many */
  add(supply: NewSupply, now = new Date()): Promise<Supply> {
    return write(this.sequelize, async (transaction) => {
      if ((await this.rows.Supply.count({ transaction })) >= maxSupplies)
        throw new Fault(
          409,
          'too-many-supplies',
          `${maxSupplies} supplies are kept already. Delete what is used up first.`,
        );
      const row = { id: nanoid(12), supply: JSON.stringify(supply), countedAt: now, revision: 1 };
      return supplyOf(await this.rows.Supply.create(row, { transaction }));
    });
  }

  /**
   * Changes a supply; a new count counts from now on.
   *
   * @throws Fault 404 when it is no longer there, 409 when it was changed in another window
   */
  change(id: string, { revision, change }: SupplyChange): Promise<Supply> {
    return write(this.sequelize, async (transaction) => {
      const row = await this.rows.Supply.findByPk(id, { transaction });
      if (!row) throw noSupply();
      if (row.revision !== revision)
        throw new Fault(
          409,
          'changed-elsewhere',
          'This supply was changed in another window. It is shown as it is now: change it again.',
        );
      const supply = newSupplySchema.parse({ ...newSupplySchema.parse(JSON.parse(row.supply)), ...change });
      const counted = change.counted === undefined ? {} : { countedAt: new Date() };
      await row.update(
        { supply: JSON.stringify(supply), revision: revision + 1, ...counted },
        { transaction },
      );
      return supplyOf(row);
    });
  }

  /** Takes a supply off the list; one that is not there is off it already. */
  async remove(id: string): Promise<void> {
    await write(this.sequelize, (transaction) => this.rows.Supply.destroy({ where: { id }, transaction }));
  }
}

const noSupply = () =>
  new Fault(404, 'no-supply', 'This supply is no longer on the list: it was deleted in another window.');

function supplyOf({ id, supply, countedAt, revision }: SupplyRow): Supply {
  return { ...newSupplySchema.parse(JSON.parse(supply)), id, countedAt: countedAt.toISOString(), revision };
}
