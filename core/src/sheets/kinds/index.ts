import type { SheetKind } from '../decisions.js';
import { backingKind } from './backing.js';
import { calibrationKind } from './calibration-sheet.js';
import { cardKind } from './card.js';
import { closeUpsKind } from './close-ups.js';
import { filmKind } from './film.js';
import { gridKind } from './grid.js';
import { gridReferenceKind } from './grid-reference.js';
import type { SheetKindModule } from './kind.js';
import { labelKind } from './label.js';
import { mirroredKind, outlineKind } from './lines.js';
import { orderSlipKind } from './order-slip.js';
import { partialKind } from './partial.js';
import { pinsKind } from './pins.js';
import { prickingKind } from './pricking.js';
import { referenceKind } from './reference.js';
import { referencePageKind } from './reference-page.js';
import { settingOutKind } from './setting-out.js';
import { testStripKind } from './test-strip.js';
import { numbersKind, valuesKind } from './values.js';

/** Every kind of sheet, by the name it is kept under. */
export const sheetKinds: Readonly<Record<SheetKind, SheetKindModule>> = {
  outline: outlineKind,
  mirrored: mirroredKind,
  values: valuesKind,
  numbers: numbersKind,
  reference: referenceKind,
  'reference-page': referencePageKind,
  'close-ups': closeUpsKind,
  grid: gridKind,
  'grid-reference': gridReferenceKind,
  backing: backingKind,
  pricking: prickingKind,
  film: filmKind,
  partial: partialKind,
  'setting-out': settingOutKind,
  'order-slip': orderSlipKind,
  label: labelKind,
  pins: pinsKind,
  card: cardKind,
  'test-strip': testStripKind,
  calibration: calibrationKind,
};

export {
  kindGroups,
  type ExtraFile,
  type KindGroup,
  type SentencePart,
  type SheetKindModule,
} from './kind.js';

/** Whether sheets of a kind are cut from one drawing and joined. */
export const isTiled = (kind: SheetKind): boolean => 'draw' in sheetKinds[kind];

/** What a kind is called in a sentence. */
export const sheetKindWords = (kind: SheetKind): string => sheetKinds[kind].words;
