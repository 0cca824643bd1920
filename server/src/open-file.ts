import { PictureStore } from './reference/picture-store.js';
import { CalibrationStore } from './store/calibrations.js';
import { openDatabase } from './store/database.js';
import { bindModels } from './store/models.js';
import { SizeStore } from './store/sizes.js';
import { WorkStore } from './store/works.js';

/** The flat file in a data folder, open for work. */
export type OpenFile = {
  works: WorkStore;
  pictures: PictureStore;
  sizes: SizeStore;
  calibrations: CalibrationStore;
  close: () => Promise<void>;
};

/** Opens a data folder, creating or upgrading it as needed. */
export async function openFile(dataFolder: string): Promise<OpenFile> {
  const sequelize = await openDatabase(dataFolder);
  const models = bindModels(sequelize);
  const pictures = new PictureStore(dataFolder, models);
  await pictures.open();
  return {
    works: new WorkStore(sequelize, models),
    pictures,
    sizes: new SizeStore(models),
    calibrations: new CalibrationStore(models),
    close: () => sequelize.close(),
  };
}
