import type { CheckReport } from '../documents/index.js';
import type { Note } from '../notes/index.js';
import { counted, formatLength, type LengthUnit } from '../units/index.js';
import type { CheckDecisions, Round } from './decisions.js';
import { progressedSince, sayProgress } from './findings.js';

/** Notes on a round: whether it is good enough, how it compares with the one before, and what could not be told. */
export function checkNotes(
  { rounds, goodEnoughMm }: CheckDecisions,
  round: Round | null,
  report: CheckReport | null,
  unit: LengthUnit,
): Note<never>[] {
  if (!round?.figures) return [];
  const { meanOffMm, moved, missing } = round.figures;
  const enough = meanOffMm <= goodEnoughMm && missing === 0;
  const notes: Note<never>[] = [
    {
      id: 'check-good-enough',
      weight: enough ? 'plain' : 'watch',
      says: enough
        ? `Good enough: ${formatLength(meanOffMm, unit)} off in the mean, and nothing missing.`
        : `${formatLength(meanOffMm, unit)} off in the mean, ${counted(moved, 'line')} moved, ${missing} missing; good enough is ${formatLength(goodEnoughMm, unit)} with nothing missing.`,
      why: 'The limit is yours: a loose painting forgives more than a portrait.',
      ways: [],
    },
  ];
  const before = rounds[rounds.findIndex(({ id }) => id === round.id) - 1]?.figures;
  const progress = before && sayProgress(progressedSince(before, round.figures));
  if (progress)
    notes.push({
      id: 'check-progress',
      weight: before && meanOffMm > before.meanOffMm + 0.1 ? 'watch' : 'plain',
      says: progress,
      why: 'The error should fall from round to round; a line that was corrected the wrong way shows here.',
      ways: [],
    });
  if (report?.paper.found === 'lines')
    notes.push({
      id: 'check-no-sheet',
      weight: 'watch',
      says: 'The edges of the sheet were not seen: where the drawing lies on it, and its size as a whole, could not be checked.',
      why: 'Take the photograph with the whole sheet in view on a darker or lighter table, or set its corners by hand with Corners.',
      ways: [],
    });
  const unclear = report?.lines.filter(({ status }) => status === 'unclear').length ?? 0;
  if (report && unclear > 0.05 * report.lines.length)
    notes.push({
      id: 'check-unclear',
      weight: 'plain',
      says: `${counted(unclear, 'line')} of ${report.lines.length} could not be told: other strokes run over them.`,
      why: 'Where lines lie closer than the pencil is wide, the photograph cannot tell one from the other. Look at these with the loupe.',
      ways: [],
    });
  return notes;
}
