import type { Surface } from '../fit/index.js';
import type { Medium } from './steps/step.js';

/** What a surface is mostly painted with, where the painter does not say. */
export function mediumOf(medium: Medium | 'usual', surface: Pick<Surface, 'id' | 'watercolour'>): Medium {
  if (medium !== 'usual') return medium;
  if (surface.watercolour) return 'pale-washes';
  if (surface.id === 'pastel-board') return 'pastel';
  return surface.id === 'scratchboard' || surface.id === 'drawing-paper' ? 'ink' : 'opaque';
}
