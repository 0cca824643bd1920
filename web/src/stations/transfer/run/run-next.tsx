import { Button } from 'antd';
import type { Rect } from '@nobrel/core/geometry';
import { formatLength, type LengthUnit } from '@nobrel/core/units';
import {
  isLifted,
  placeNow,
  strokeWords,
  transferMethods,
  type Next,
  type TracingPlan,
  type TransferMethod,
} from '@nobrel/core/transfer';
import { Link } from 'react-router';
import { useUnit } from '../../../store/hooks.js';
import { useWorkId } from '../../../store/use-work.js';
import type { usePedal } from './use-pedal.js';
import type { RunBench } from './use-run.js';
import * as css from './run.module.css';

type RunNextProps = { bench: RunBench; plan: TracingPlan; pedal: ReturnType<typeof usePedal> };

/** What comes next, large, and the two things to do about it. */
export function RunNext({ bench, plan, pedal }: RunNextProps) {
  const unit = useUnit();
  const id = useWorkId();
  const { goOn, back, paused, next, run, lost } = bench;
  const { says, why, button } = words(bench, plan, unit);
  const isBegun = run.traced.length > 0 || run.marksAt !== null;
  return (
    <footer className={css.runNext}>
      <div role="status" className={css.runSays} data-part="run-says">
        <strong>{says}</strong>
        <span>{why}</span>
        {lost.length > 0 && (
          <span>
            The map was updated: {lost.length} traced {lost.length === 1 ? 'line is' : 'lines are'} no longer
            on it.{' '}
            <Button size="small" onClick={bench.forgetLost}>
              Leave {lost.length === 1 ? 'it' : 'them'} out of the record
            </Button>
          </span>
        )}
      </div>
      <div className={css.runButtons}>
        {next.kind === 'look' && <Link to={`/works/${id}/transfer?at=slipped`}>It has slipped</Link>}
        <Button size="large" disabled={!isBegun} onClick={back}>
          Back
        </Button>
        {button && (
          <Button size="large" type="primary" onClick={goOn}>
            {paused ? (isBegun ? 'Go on' : 'Begin') : button}
          </Button>
        )}
        {!paused && (
          <Button size="large" onClick={bench.pause}>
            Pause
          </Button>
        )}
        <Button size="large" aria-pressed={pedal.learning} onClick={pedal.learn}>
          {pedal.learning
            ? 'Press the key or pedal'
            : pedal.pedal === null
              ? 'Learn a key or pedal'
              : `Goes on by ${keyName(pedal.pedal)}, Space or Enter`}
        </Button>
      </div>
    </footer>
  );
}

/** Where a sheet's corner lies. */
const placeWords = ({ x, y }: Rect, unit: LengthUnit) =>
  `its corner ${formatLength(x, unit)} from the left, ${formatLength(y, unit)} from the top`;

/** What is moved from place to place, and how. */
const movedWords = {
  sheet: {
    lies: 'The transfer sheet lies at place',
    move: 'Move the transfer sheet to place',
    along: 'move it along this line.',
    lay: 'Then lay the transfer sheet at place',
    how: 'Lift the sheet, do not drag it; rest the hand before you go on.',
    done: 'It lies there',
  },
  projector: {
    lies: 'The projector shows position',
    move: 'Move the projector to position',
    along: 'this line began at an earlier one.',
    lay: 'Then show position',
    how: 'Move it along without turning it, and join the position on the page that steers it.',
    done: 'It is joined',
  },
} as const;
const movedOf = (method: TransferMethod) =>
  method === 'projector' ? movedWords.projector : movedWords.sheet;

/** Where the transfer sheet or the picture lies, if it is moved; else what else is to know. */
function placeSays(
  plan: TracingPlan,
  next: Extract<Next, { kind: 'stroke' }>,
  method: TransferMethod,
): string {
  const place = placeNow(plan, next);
  if (place === null) return 'What is done is faded.';
  const { lies, along } = movedOf(method);
  return next.ids.some((id) => plan.across.includes(id))
    ? `${lies} ${place + 1}: ${along}`
    : `${lies} ${place + 1}.`;
}

const keyName = (key: string) => (key.length === 1 ? key.toUpperCase() : key);

/** What comes next in words; no button where nothing is left to do. */
function words(
  { next, paused, lines, transfer, run }: RunBench,
  plan: TracingPlan,
  unit: LengthUnit,
): { says: string; why: string; button: string | null } {
  const lifted = isLifted(transfer.method);
  const moved = movedOf(transfer.method);
  if (paused && next.kind !== 'done') {
    return run.traced.length === 0
      ? {
          says: `${plan.lines.length} lines by ${transferMethods[transfer.method].name}, in ${plan.sections.length} ${plan.sections.length === 1 ? 'stretch' : 'stretches'}.`,
          why: 'The clock runs while you trace. Go on with Space, Enter or a pedal; tap a line to mark it traced.',
          button: 'Begin',
        }
      : { says: 'Paused.', why: 'Nothing is lost: it goes on where it was, on any device.', button: 'Go on' };
  }
  switch (next.kind) {
    case 'marks': {
      const places = plan.marks.map(
        ({ corner, x, y }) =>
          `${corner} (${formatLength(x, unit)} from the left, ${formatLength(y, unit)} from the top)`,
      );
      return {
        says: `First trace the two check marks: ${places.join(' and ')}.`,
        why: `A short stretch at each, with a small cross. They prove later whether the sheet has slipped.${
          plan.places?.[0] ? ` ${moved.lay} 1: ${placeWords(plan.places[0], unit)}.` : ''
        }`,
        button: 'Marks traced',
      };
    }
    case 'look':
      return next.last
        ? {
            says: 'Look over every line before the tape comes off.',
            why: 'Once it is off, the register is gone.',
            button: 'All there',
          }
        : {
            says: lifted ? 'Lift the free side and look.' : 'Cover the light and look.',
            why: 'Too faint, too dark, slipped, left out: better seen now. Lay it back on the check marks.',
            button: 'Looked, it is right',
          };
    case 'break': {
      const place = placeNow(plan, next);
      const at =
        place !== plan.sections[next.section]?.place && place !== null ? plan.places?.[place] : undefined;
      if (at && place !== null)
        return {
          says: `${moved.move} ${place + 1}: ${placeWords(at, unit)}.`,
          why: `Stretch ${next.section + 1} is done. ${moved.how}`,
          button: moved.done,
        };
      return {
        says: `Stretch ${next.section + 1} is done: take a break.`,
        why: 'Get up, look far away, let the hand hang. If it hurts, the pressure is wrong.',
        button: 'Go on',
      };
    }
    case 'stroke':
      return {
        says: strokeWords(
          next.ids.flatMap((id) => lines.get(id) ?? []),
          unit,
        ),
        why: `Begin at the ring, end at the dot. ${placeSays(plan, next, transfer.method)}`,
        button: 'Traced',
      };
    case 'done':
      return {
        says: 'Every line is traced and looked over.',
        why: 'Finish with the steps at Transfer: close gaps, lighten, put away.',
        button: null,
      };
  }
}
