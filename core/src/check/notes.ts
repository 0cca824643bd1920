import type { CheckReport } from '../documents/index.js';
import type { Note } from '../notes/index.js';
import { counted, formatLength, type LengthUnit } from '../units/index.js';
import type { Round, RoundFigures } from './decisions.js';
import type { ErrorLimits } from './drawing/index.js';
import { progressedSince, sayProgress } from './rounds.js';

/** Notes on a round: whether it is good enough, how it compares with the one before, and what could not be told. */
export function checkNotes(
  rounds: readonly Round[],
  { goodEnoughMm }: Pick<ErrorLimits, 'goodEnoughMm'>,
  round: Round | null,
  report: CheckReport | null,
  unit: LengthUnit,
): Note<never>[] {
  if (!round?.figures) return [];
  const { meanOffMm } = round.figures;
  const notes: Note<never>[] = [standing(round, round.figures, goodEnoughMm, report, unit)];
  const alike = rounds.filter(({ of }) => of === round.of);
  const before = alike[alike.findIndex(({ id }) => id === round.id) - 1]?.figures;
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
  const beyond = countBeyond(report);
  if (report && beyond > 0)
    notes.push({
      id: 'check-beyond',
      weight: 'watch',
      says: `${counted(beyond, 'line')} of ${report.lines.length} lie beyond the picture and were not checked.`,
      why: 'Nothing is said about what the photograph does not show. Take it again with the whole drawing in view, or add a round for the rest.',
      ways: [],
    });
  const unclear =
    report?.lines.filter(({ status, outOfView }) => status === 'unclear' && !outOfView).length ?? 0;
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

/** How a round stands: whether the drawing is good enough, whether all came across, how much is still to trace. */
function standing(
  { of }: Round,
  { meanOffMm, moved, missing, extra, doubled }: RoundFigures,
  goodEnoughMm: number,
  report: CheckReport | null,
  unit: LengthUnit,
): Note<never> {
  const note = (done: boolean, says: string, why: string): Note<never> => ({
    id: of === 'drawing' ? 'check-good-enough' : `check-${of}`,
    weight: done ? 'plain' : 'watch',
    says,
    why,
    ways: [],
  });
  if (of === 'transfer') {
    const done = missing + doubled + moved + extra === 0;
    return note(
      done,
      done
        ? 'Everything came across, and nothing that does not belong there.'
        : `Of what was traced ${counted(missing, 'line')} did not come across, ${moved} moved, ${doubled} stand twice; ${counted(extra, 'mark')} to clean away.`,
      'Before the first wash a line can still be drawn in and a mark taken away; after it neither can.',
    );
  }
  if (of === 'under-way') {
    const of100 = report ? Math.round((100 * missing) / Math.max(1, report.lines.length)) : null;
    return note(
      missing === 0,
      missing === 0
        ? 'Every line is there.'
        : `${counted(missing, 'line')} still to trace${of100 === null ? '' : `, ${of100} % of them`}.`,
      'Look before the sheet, the lamp or the projector is moved: it seldom comes back to the same place.',
    );
  }
  const enough = meanOffMm <= goodEnoughMm && missing === 0;
  const shown = countBeyond(report) > 0 ? ' of what the picture shows' : '';
  return note(
    enough,
    enough
      ? `Good enough: ${formatLength(meanOffMm, unit)} off on average, and nothing${shown} is missing.`
      : `${formatLength(meanOffMm, unit)} off on average, ${counted(moved, 'line')} moved, ${missing} missing; good enough is ${formatLength(goodEnoughMm, unit)} with nothing missing.`,
    'The limit is yours: a loose painting forgives more than a portrait.',
  );
}

/** How many lines lie beyond the picture. */
const countBeyond = (report: CheckReport | null): number =>
  report?.lines.filter(({ outOfView }) => outOfView).length ?? 0;
