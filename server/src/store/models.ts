import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from 'sequelize';

export class PictureRow extends Model<InferAttributes<PictureRow>, InferCreationAttributes<PictureRow>> {
  declare hash: string;
  declare name: string;
  declare format: string;
  declare width: number;
  declare height: number;
  declare bytes: number;
  declare createdAt: CreationOptional<Date>;
}

export class WorkRow extends Model<InferAttributes<WorkRow>, InferCreationAttributes<WorkRow>> {
  declare id: string;
  declare pictureHash: string;
  declare revision: number;
  /** The decisions as JSON. */
  declare decisions: string;
  declare createdAt: CreationOptional<Date>;
  declare changedAt: Date;
  /** When it was put in the bin. */
  declare deletedAt: CreationOptional<Date | null>;
}

/** A picture brought to a work after the one it began with. */
export class WorkPictureRow extends Model<
  InferAttributes<WorkPictureRow>,
  InferCreationAttributes<WorkPictureRow>
> {
  declare workId: string;
  declare pictureHash: string;
  declare addedAt: Date;
}

/** A surface size the person has saved under a name. */
export class SavedSizeRow extends Model<
  InferAttributes<SavedSizeRow>,
  InferCreationAttributes<SavedSizeRow>
> {
  declare id: string;
  declare name: string;
  declare widthMm: number;
  declare heightMm: number;
}

/** How a projector lies on a wall, kept under a name. */
export class ProjectorSetUpRow extends Model<
  InferAttributes<ProjectorSetUpRow>,
  InferCreationAttributes<ProjectorSetUpRow>
> {
  declare id: string;
  declare name: string;
  /** As JSON. */
  declare setUp: string;
  declare keptAt: Date;
}

/** A supply as it was counted. */
export class SupplyRow extends Model<InferAttributes<SupplyRow>, InferCreationAttributes<SupplyRow>> {
  declare id: string;
  /** As JSON. */
  declare supply: string;
  declare countedAt: Date;
  declare revision: number;
}

/** The plan of the file; there is one. */
export class PlanRow extends Model<InferAttributes<PlanRow>, InferCreationAttributes<PlanRow>> {
  declare id: number;
  /** As JSON. */
  declare decisions: string;
  declare revision: number;
}

/** An answer to a drill. */
export class DrillAnswerRow extends Model<
  InferAttributes<DrillAnswerRow>,
  InferCreationAttributes<DrillAnswerRow>
> {
  declare id: string;
  /** As JSON. */
  declare answer: string;
  declare givenAt: Date;
}

export class MapVersionRow extends Model<
  InferAttributes<MapVersionRow>,
  InferCreationAttributes<MapVersionRow>
> {
  declare workId: string;
  declare version: number;
  /** Given to a version that is to stay. */
  declare name: CreationOptional<string | null>;
  /** The map document as JSON. */
  declare document: string;
  declare lines: number;
  declare lifts: number;
  declare metres: number;
  declare minutes: number;
  declare madeAt: Date;
}

export class PrintingRow extends Model<InferAttributes<PrintingRow>, InferCreationAttributes<PrintingRow>> {
  declare id: string;
  declare workId: string;
  declare mapVersion: number;
  /** The sheet decisions as JSON. */
  declare decisions: string;
  declare pages: number;
  declare printedAt: Date;
}

/** What a printer does to lengths, as measured once. */
export class CalibrationRow extends Model<
  InferAttributes<CalibrationRow>,
  InferCreationAttributes<CalibrationRow>
> {
  declare id: string;
  declare name: string;
  declare madeAt: Date;
  declare scaleX: number;
  declare scaleY: number;
  declare shear: number;
}

// A fresh object each time: Sequelize writes the column's name into it.
const text = () => ({ type: DataTypes.TEXT, allowNull: false });
const id = () => ({ type: DataTypes.STRING(24), allowNull: false });
const whole = () => ({ type: DataTypes.INTEGER, allowNull: false });
const amount = () => ({ type: DataTypes.DOUBLE, allowNull: false });
const moment = () => ({ type: DataTypes.DATE, allowNull: false });

/** The row classes of one open database. */
export type Models = {
  Picture: typeof PictureRow;
  Work: typeof WorkRow;
  WorkPicture: typeof WorkPictureRow;
  SavedSize: typeof SavedSizeRow;
  MapVersion: typeof MapVersionRow;
  Printing: typeof PrintingRow;
  Calibration: typeof CalibrationRow;
  ProjectorSetUp: typeof ProjectorSetUpRow;
  Supply: typeof SupplyRow;
  Plan: typeof PlanRow;
  DrillAnswer: typeof DrillAnswerRow;
};

/** What tables have in common; their times are columns of their own. */
const optionsOf = (sequelize: Sequelize) => ({ sequelize, underscored: true, timestamps: false });

/**
 * Row classes bound to a database; each database has its own, so that two can be open at once. The tables
 * themselves are made by the migrations.
 */
export function bindModels(sequelize: Sequelize): Models {
  const options = optionsOf(sequelize);
  return { ...bindWorks(options), ...bindMapsAndPrintings(options), ...bindBench(options) };
}

type TableOptions = ReturnType<typeof optionsOf>;

/** Works and their pictures. */
function bindWorks(options: TableOptions): Pick<Models, 'Picture' | 'Work' | 'WorkPicture'> {
  class Picture extends PictureRow {}
  class Work extends WorkRow {}
  class WorkPicture extends WorkPictureRow {}
  Picture.init(
    {
      hash: { type: DataTypes.STRING(64), primaryKey: true },
      name: text(),
      format: text(),
      width: whole(),
      height: whole(),
      bytes: whole(),
      createdAt: { ...moment(), defaultValue: DataTypes.NOW },
    },
    { ...options, tableName: 'pictures' },
  );
  Work.init(
    {
      id: { ...id(), primaryKey: true },
      pictureHash: text(),
      revision: whole(),
      decisions: text(),
      createdAt: { ...moment(), defaultValue: DataTypes.NOW },
      changedAt: moment(),
      deletedAt: { type: DataTypes.DATE, allowNull: true },
    },
    { ...options, tableName: 'works' },
  );
  WorkPicture.init(
    {
      workId: { ...id(), primaryKey: true },
      pictureHash: { type: DataTypes.STRING(64), primaryKey: true },
      addedAt: moment(),
    },
    { ...options, tableName: 'work_pictures' },
  );
  return { Picture, Work, WorkPicture };
}

/** What was made of works: their maps, and what was printed of them by which printer. */
function bindMapsAndPrintings(
  options: TableOptions,
): Pick<Models, 'MapVersion' | 'Printing' | 'Calibration'> {
  class MapVersion extends MapVersionRow {}
  class Printing extends PrintingRow {}
  class Calibration extends CalibrationRow {}
  MapVersion.init(
    {
      workId: { ...id(), primaryKey: true },
      version: { ...whole(), primaryKey: true },
      name: { type: DataTypes.TEXT, allowNull: true },
      document: text(),
      lines: whole(),
      lifts: whole(),
      metres: amount(),
      minutes: amount(),
      madeAt: moment(),
    },
    { ...options, tableName: 'map_versions' },
  );
  Printing.init(
    {
      id: { ...id(), primaryKey: true },
      workId: id(),
      mapVersion: whole(),
      decisions: text(),
      pages: whole(),
      printedAt: moment(),
    },
    { ...options, tableName: 'printings' },
  );
  Calibration.init(
    {
      id: { ...id(), primaryKey: true },
      name: text(),
      madeAt: moment(),
      scaleX: amount(),
      scaleY: amount(),
      shear: amount(),
    },
    { ...options, tableName: 'calibrations' },
  );
  return { MapVersion, Printing, Calibration };
}

/** What belongs to the painter rather than to a work. */
function bindBench(
  options: TableOptions,
): Pick<Models, 'SavedSize' | 'ProjectorSetUp' | 'Supply' | 'Plan' | 'DrillAnswer'> {
  class SavedSize extends SavedSizeRow {}
  class ProjectorSetUp extends ProjectorSetUpRow {}
  class Supply extends SupplyRow {}
  class Plan extends PlanRow {}
  class DrillAnswer extends DrillAnswerRow {}
  SavedSize.init(
    { id: { ...id(), primaryKey: true }, name: text(), widthMm: amount(), heightMm: amount() },
    { ...options, tableName: 'saved_sizes' },
  );
  ProjectorSetUp.init(
    { id: { ...id(), primaryKey: true }, name: text(), setUp: text(), keptAt: moment() },
    { ...options, tableName: 'projector_set_ups' },
  );
  Supply.init(
    { id: { ...id(), primaryKey: true }, supply: text(), countedAt: moment(), revision: whole() },
    { ...options, tableName: 'supplies' },
  );
  Plan.init(
    { id: { ...whole(), primaryKey: true }, decisions: text(), revision: whole() },
    { ...options, tableName: 'plans' },
  );
  DrillAnswer.init(
    { id: { ...id(), primaryKey: true }, answer: text(), givenAt: moment() },
    { ...options, tableName: 'drill_answers' },
  );
  return { SavedSize, ProjectorSetUp, Supply, Plan, DrillAnswer };
}
