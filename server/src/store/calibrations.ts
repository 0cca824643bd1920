import { nanoid } from 'nanoid';
import type { Calibration } from '@nobrel/core/sheets';
import type { CalibrationRow, Models } from './models.js';

/** Printers' calibrations, kept by name with their date. */
export class CalibrationStore {
  constructor(private readonly rows: Pick<Models, 'Calibration'>) {}

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
    await this.rows.Calibration.destroy({ where: { name: made.name } });
    return calibrationOf(await this.rows.Calibration.create({ ...made, id: nanoid(12), madeAt: new Date() }));
  }

  async forget(id: string): Promise<void> {
    await this.rows.Calibration.destroy({ where: { id } });
  }
}

function calibrationOf({ id, name, madeAt, scaleX, scaleY, shear }: CalibrationRow): Calibration {
  return { id, name, madeAt: madeAt.toISOString(), scaleX, scaleY, shear };
}
