import { nanoid } from 'nanoid';
import type { Sequelize } from 'sequelize';
import type { Calibration } from '@nobrel/core/sheets';
import type { CalibrationRow, Models } from './models.js';
import { write } from './write.js';

/** Printers' calibrations, kept by name with their date. */
export class CalibrationStore {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly rows: Pick<Models, 'Calibration'>,
  ) {}

  /** All of them, the newest first. */
  async list(): Promise<Calibration[]> {
    const rows = await this.rows.Calibration.findAll({ order: [['madeAt', 'DESC']] });
    return rows.map(calibrationOf);
  }

  /** One by its id, or null when it was taken out. */
  async find(id: string): Promise<Calibration | null> {
    const row = await this.rows.Calibration.findByPk(id);
    return row && calibrationOf(row);
  }

  /** Keeps a new one; one of the same name gives way to it. */
  async keep(made: Omit<Calibration, 'id' | 'madeAt'>): Promise<Calibration> {
    return write(this.sequelize, async (transaction) => {
      await this.rows.Calibration.destroy({ where: { name: made.name }, transaction });
      const row = { ...made, id: nanoid(12), madeAt: new Date() };
      return calibrationOf(await this.rows.Calibration.create(row, { transaction }));
    });
  }

  async forget(id: string): Promise<void> {
    await write(this.sequelize, (transaction) =>
      this.rows.Calibration.destroy({ where: { id }, transaction }),
    );
  }
}

function calibrationOf({ id, name, madeAt, scaleX, scaleY, shear }: CalibrationRow): Calibration {
  return { id, name, madeAt: madeAt.toISOString(), scaleX, scaleY, shear };
}
