import { drillIds, drills, type DrillId } from './drills/index.js';
import { thresholdOf, type Skill } from './skill.js';

/** What is known of each drill: how well it goes, and when it was done last. */
export type Practised = Readonly<Partial<Record<DrillId, { skill: Skill; lastAt: string }>>>;

const dayMs = 24 * 3600_000;
/** After so many days without it a drill is due whatever else is weak. */
const dueAfterDays = 7;

/**
 * The drills in the order they are worth doing: never done first, then those that are weak against the usual threshold
 * and those that have not been done for long.
 *
 * @param now ms since 1970
 */
export function nextDrills(practised: Practised, now: number): DrillId[] {
  const worth = (id: DrillId) => {
    const known = practised[id];
    if (!known) return Infinity;
    const weak = thresholdOf(known.skill).threshold / drills[id].usual;
    const days = Math.max(0, (now - Date.parse(known.lastAt)) / dayMs);
    return weak * (0.2 + days / dueAfterDays);
  };
  return [...drillIds].sort((a, b) => worth(b) - worth(a));
}
