import { firstTables } from './001-first-tables.js';
import { squaredAndSetOut } from './002-squared-and-set-out.js';
import { correctedAndNamed } from './003-corrected-and-named.js';
import { everySheet } from './004-every-sheet.js';
import { backingSticks } from './005-backing-sticks.js';
import { portraitAndLandscape } from './006-portrait-and-landscape.js';
import { bin } from './007-bin.js';
import { projectorSetUps } from './008-projector-set-ups.js';
import { supplies } from './009-supplies.js';
import { plan } from './010-plan.js';
import { listed } from './011-listed.js';
import { drillAnswers } from './012-drill-answers.js';
import { lifts } from './013-lifts.js';
import type { Migration } from './migration.js';

/** In the order they are run. Never change one that has been released; add the next. */
export const migrations: readonly Migration[] = [
  firstTables,
  squaredAndSetOut,
  correctedAndNamed,
  everySheet,
  backingSticks,
  portraitAndLandscape,
  bin,
  projectorSetUps,
  supplies,
  plan,
  listed,
  drillAnswers,
  lifts,
];
