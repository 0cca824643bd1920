import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { Keeper } from './file/keeper.js';
import { openRead } from './file/open-read.js';
import { PictureStore } from './reference/picture-store.js';
import { CalibrationStore } from './store/calibrations.js';
import { openDatabase } from './store/database.js';
import { DrillAnswerStore } from './store/drill-answers.js';
import { FlatFileStore } from './store/flat-file.js';
import { MapStore } from './store/maps.js';
import { PlanStore } from './store/plans.js';
import { PrintingStore } from './store/printings.js';
import { lockFolder, type FolderLock } from './store/lock.js';
import { bindModels } from './store/models.js';
import { ProjectorSetUpStore } from './store/projector-set-ups.js';
import { SizeStore } from './store/sizes.js';
import { SupplyStore } from './store/supplies.js';
import { WorkStore } from './store/works.js';

/** The flat file in a data folder, open for work. */
export type OpenFile = {
  flatFile: FlatFileStore;
  works: WorkStore;
  maps: MapStore;
  printings: PrintingStore;
  pictures: PictureStore;
  sizes: SizeStore;
  setUps: ProjectorSetUpStore;
  supplies: SupplyStore;
  plans: PlanStore;
  answers: DrillAnswerStore;
  calibrations: CalibrationStore;
  /** Backups, bundles, and a look at all that is kept. */
  keeper: Keeper;
  /** The folder is held for this process alone while it is open. */
  lock: FolderLock;
  /** Has something ended before the file is closed. */
  onClose: (end: () => Promise<void>) => void;
  close: () => Promise<void>;
};

/** Opens a data folder, creating or upgrading it as needed. */
export async function openFile(dataFolder: string): Promise<OpenFile> {
  mkdirSync(dataFolder, { recursive: true });
  const lock = lockFolder(dataFolder);
  try {
    return await openLocked(dataFolder, lock);
  } catch (error) {
    lock.release();
    throw error;
  }
}

/** What can be done with a file that another process has open: looking, and taking copies out. */
export type FileToRead = Pick<OpenFile, 'flatFile' | 'keeper' | 'close'>;

/**
 * Opens a data folder to be read only, beside the process that has it open for work.
 *
 * @throws Error where there is no database
 */
export async function openToRead(dataFolder: string): Promise<FileToRead> {
  const sequelize = await openRead(join(dataFolder, 'nobrel.sqlite'));
  const rows = bindModels(sequelize);
  const pictures = new PictureStore(dataFolder, sequelize, rows);
  const works = new WorkStore(sequelize, rows);
  return {
    flatFile: new FlatFileStore(sequelize, rows),
    keeper: new Keeper({ dataFolder, sequelize, rows, pictures, works }),
    close: async () => {
      await pictures.close();
      await sequelize.close();
    },
  };
}

async function openLocked(dataFolder: string, lock: FolderLock): Promise<OpenFile> {
  const sequelize = await openDatabase(dataFolder);
  const models = bindModels(sequelize);
  const pictures = new PictureStore(dataFolder, sequelize, models);
  await pictures.open();
  const ends: (() => Promise<void>)[] = [];
  const works = new WorkStore(sequelize, models);
  const keeper = new Keeper({ dataFolder, sequelize, rows: models, pictures, works });
  return {
    lock,
    keeper,
    flatFile: new FlatFileStore(sequelize, models),
    works,
    maps: new MapStore(sequelize, models),
    printings: new PrintingStore(sequelize, models),
    pictures,
    sizes: new SizeStore(sequelize, models),
    setUps: new ProjectorSetUpStore(sequelize, models),
    supplies: new SupplyStore(sequelize, models),
    plans: new PlanStore(sequelize, models),
    answers: new DrillAnswerStore(sequelize, models),
    calibrations: new CalibrationStore(sequelize, models),
    onClose: (end) => void ends.push(end),
    close: async () => {
      for (const end of ends) await end();
      await keeper.close();
      await pictures.close();
      await sequelize.close();
      lock.release();
    },
  };
}
