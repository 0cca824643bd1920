import { Checkbox, Slider } from 'antd';
import { useState } from 'react';
import { trueHand, type HandFaults } from '@nobrel/core/camera';
import type { CheckSubject } from '@nobrel/core/check';
import { formatLength } from '@nobrel/core/units';
import { TryOut } from '../../../bench/bring-in/try-out.js';
import { useUnit } from '../../../store/hooks.js';
import { simulatePhotograph } from '../../../workers/in-check-worker.js';
import { useCheckBench } from '../use-check.js';

/** The grid a drawing was enlarged over, where one is asked for, mm. */
const gridMm = 50;

/** What a hand does that is so good, 0–1. */
function faultsOf(hand: number, of: CheckSubject, onGrid: boolean): HandFaults {
  const bad = 1 - hand;
  if (of !== 'drawing')
    return {
      ...trueHand,
      wobbleMm: 0.05 + 0.1 * bad,
      missing: Math.round(4 * bad),
      extra: Math.round(2 * bad),
      drawnSoFar: of === 'under-way' ? 0.3 + 0.5 * hand : 1,
      slip: bad > 0.7 ? { dx: 1.6, dy: -1.1, angleDeg: 0.2, from: 0.75 } : null,
      doubled: bad > 0.3 ? { dx: 1.5, dy: 1.2, angleDeg: 0, share: 0.25 } : null,
    };
  return {
    ...trueHand,
    placement: { dx: 3 * bad, dy: -2 * bad, angleDeg: 0.8 * bad, scale: 1 + 0.012 * bad },
    wobbleMm: 0.05 + 0.2 * bad,
    parts: bad > 0.3 ? 1 : 0,
    moved: Math.round(5 * bad),
    missing: Math.round(3 * bad),
    extra: Math.round(2 * bad),
    restated: 0.2 * bad,
    smudges: Math.round(3 * bad),
    gridMm: onGrid ? gridMm : 0,
  };
}

const madeUp: Readonly<Record<CheckSubject, string>> = {
  drawing: 'A pencil drawing of this map is made up, with faults, and photographed on a table.',
  transfer: 'The map as it might have come across is made up, with faults, and photographed on a table.',
  'under-way': 'The map traced as far as the hand has come is made up, and photographed on a table.',
};

/** A drawing and its photograph made up, so that the check can be tried without a camera. */
export function WithoutCamera() {
  const check = useCheckBench();
  const { of } = check.check;
  const unit = useUnit();
  const [hand, setHand] = useState(0.4);
  const [photographer, setPhotographer] = useState(0.6);
  const [onGrid, setOnGrid] = useState(false);
  const number = check.rounds.length + 1;
  const make = (stop: AbortSignal) =>
    simulatePhotograph(
      { map: check.map, faults: faultsOf(hand, of, onGrid), photographer, seed: number },
      stop,
    );
  return (
    <TryOut
      without="camera"
      says={madeUp[of]}
      act="Draw and photograph it"
      acting="Drawing…"
      name={`made up, round ${number}.jpg`}
      make={make}
      onMade={check.take}
      busy={check.reading}
    >
      <Skill label="how good a hand" of="hand" value={hand} onChange={setHand} />
      <Skill
        label="how good a photographer"
        of="photographer"
        value={photographer}
        onChange={setPhotographer}
      />
      {of === 'drawing' && (
        <Checkbox checked={onGrid} onChange={({ target }) => setOnGrid(target.checked)}>
          over a pencil grid of {formatLength(gridMm, unit)}
        </Checkbox>
      )}
    </TryOut>
  );
}

type SkillProps = { label: string; of: string; value: number; onChange: (value: number) => void };

/** How good somebody is, 0–1. */
function Skill({ label, of, value, onChange }: SkillProps) {
  return (
    <label>
      {label}
      <Slider
        min={0}
        max={100}
        value={Math.round(100 * value)}
        onChange={(percent) => onChange(percent / 100)}
        ariaLabelForHandle={`How good the ${of} is`}
      />
    </label>
  );
}
