import { angle } from './angle.js';
import { curve } from './curve.js';
import type { DrillId, DrillModule } from './drill.js';
import { edge } from './edge.js';
import { order } from './order.js';
import { placing } from './placing.js';
import { proportion } from './proportion.js';
import { value } from './value.js';

export * from './drill.js';

/** Every drill there is. */
export const drills: Readonly<Record<DrillId, DrillModule>> = {
  angle,
  proportion,
  placing,
  curve,
  value,
  order,
  edge,
};
