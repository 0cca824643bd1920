import { Button, Select } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import {
  drawnPlaces,
  isWhole,
  maxCorners,
  measuredOn,
  measureKinds,
  measureWords,
  proposeMeasures,
  sayError,
  sayValue,
  spotsOf,
  type Measured,
  type MeasureKind,
} from '@nobrel/core/check';
import type { Point } from '@nobrel/core/geometry';
import { countsTo, knownErrorOf } from '@nobrel/core/practice';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { useLeafScale } from '../../../leaves/leaf/leaf-scale.js';
import { useUnit } from '../../../store/hooks.js';
import { NumberMark } from '../finding-marks.js';
import { useCheckBench } from '../use-check.js';
import { clsx } from 'clsx';
import * as panelsCss from '../../../bench/panels.module.css';
import * as css from './tools.module.css';
import * as checkCss from '../check.module.css';

const kindOptions = measureKinds.map((value) => ({ value, label: measureWords[value].name }));

/** Nothing is known of a drawing that was not looked at yet. */
const nowhere = () => null;

/** The classic checks on both leaves at once: the dozen that tell most about this drawing, and the painter's own. */
export function MeasuresTool() {
  const { check, checked, change, showMeasured } = useCheckBench();
  const [kind, setKind] = useState<MeasureKind>('angle');
  const [at, setAt] = useState<readonly Point[]>([]);
  const report = checked?.report ?? null;
  // What is shown belongs to this tool and to this photograph.
  useEffect(() => () => showMeasured(null), [report, showMeasured]);
  const { asKnown, others } = useProposed();
  const words = measureWords[kind];
  const keep = (places: readonly Point[]) => {
    const id = `measure-${1 + check.measures.reduce((last, one) => Math.max(last, Number(one.id.replace('measure-', '')) || 0), 0)}`;
    change({ measures: [...check.measures, { id, kind, at: [...places] }] });
    setAt([]);
  };
  const pick = (point: Point) => {
    const next = [...at, point];
    if (words.more ? next.length >= maxCorners : isWhole({ kind, at: next })) keep(next);
    else setAt(next);
  };
  const asks = words.places[Math.min(at.length, words.places.length - 1)] ?? '';
  return (
    <ToolInHand
      onPick={pick}
      marks={
        <>
          <ProposedMarks proposed={[...asKnown, ...others]} />
          <Picked at={at} />
        </>
      }
      sentence={
        <>
          Check a{' '}
          <Select<MeasureKind>
            aria-label="Kind of check"
            size="small"
            popupMatchSelectWidth={false}
            value={kind}
            options={kindOptions}
            onChange={(next) => {
              setKind(next);
              setAt([]);
            }}
          />
          : click the map at {asks}.{' '}
          {words.more && isWhole({ kind, at }) && (
            <Button size="small" onClick={() => keep(at)}>
              That is all of it
            </Button>
          )}{' '}
          {at.length > 0 && (
            <Button size="small" onClick={() => setAt([])}>
              Begin again
            </Button>
          )}
        </>
      }
      panel={<MeasuresPanel asKnown={asKnown} others={others} />}
    />
  );
}

/** The checks that tell most about the drawing: on what the painter’s eye is known to get wrong, and the others. */
type Proposed = { asKnown: readonly Measured[]; others: readonly Measured[] };

function useProposed(): Proposed {
  const { map, checked, known } = useCheckBench();
  const report = checked?.report ?? null;
  return useMemo(() => {
    const all = report ? proposeMeasures(report, map, countsTo(known)) : [];
    const asKnown = all.filter((measured) => knownErrorOf(measured, known) !== null);
    return { asKnown, others: all.filter((measured) => !asKnown.includes(measured)) };
  }, [report, map, known]);
}

/** One’s own checks, and those proposed. */
function MeasuresPanel({ asKnown, others }: Proposed) {
  const { map, check, checked, known, change } = useCheckBench();
  const report = checked?.report ?? null;
  const drawnAt = useMemo(() => (report ? drawnPlaces(report, map) : nowhere), [report, map]);
  const remove = (id: string) => change({ measures: check.measures.filter((measure) => measure.id !== id) });
  return (
    <section className={panelsCss.measures} aria-label="Checks">
      {check.measures.length > 0 && (
        <>
          <h3>Your own</h3>
          <ul>
            {check.measures.map((measure) => (
              <li key={measure.id}>
                <MeasureRow measured={measuredOn(measure, drawnAt)} />
                <Button size="small" onClick={() => remove(measure.id)}>
                  Delete
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
      {known.length > 0 && (
        <>
          <h3>What your eye tends to get wrong</h3>
          <p>
            {report !== null && asKnown.length === 0
              ? 'Nothing in it stands out in this drawing'
              : 'Look there first'}
            : {known.map(({ says }) => says).join('; ')}.
          </p>
          <MeasureRows of={asKnown} from={1} />
        </>
      )}
      <h3>{headingOf(others.length, asKnown.length)}</h3>
      {report === null && <p>With a photograph, those that tell most about the drawing are listed here.</p>}
      <MeasureRows of={others} from={1 + asKnown.length} />
    </section>
  );
}

function headingOf(others: number, asKnown: number): string {
  if (others > 0) return 'These tell most about the drawing';
  return asKnown > 0 ? 'No other check stands out' : 'No check stands out';
}

function MeasureRows({ of, from }: { of: readonly Measured[]; from: number }) {
  return (
    <ol start={from}>
      {of.map((measured) => (
        <li key={JSON.stringify(measured.measure)}>
          <MeasureRow measured={measured} />
        </li>
      ))}
    </ol>
  );
}

/** A check in words; it is shown on both leaves when it is pointed at. */
function MeasureRow({ measured }: { measured: Measured }) {
  const { measured: shown, showMeasured } = useCheckBench();
  const unit = useUnit();
  const {
    measure: { kind },
    wanted,
    drawn,
  } = measured;
  const show = () => showMeasured(measured);
  const isShown = isSame(measured, shown);
  return (
    <button
      type="button"
      className={clsx(css.measureSays, isShown && css.measureShown)}
      data-part="measure-says"
      aria-pressed={isShown}
      onPointerEnter={show}
      onFocus={show}
      onClick={show}
    >
      <strong>{drawn ? sayError(kind, drawn.error, wanted, unit) : measureWords[kind].name}</strong>
      <span>
        {drawn && `${measureWords[kind].name}, `}
        {sayValue(kind, wanted, unit)} on the map
        {drawn
          ? `, ${sayValue(kind, drawn.value, unit)} drawn`
          : '; on the drawing a line there was not found'}
      </span>
    </button>
  );
}

/** Where the proposed checks are: their numbers amid what they measure. */
function ProposedMarks({ proposed }: { proposed: readonly Measured[] }) {
  const { measured: shown, showMeasured } = useCheckBench();
  return (
    <g>
      {proposed.map((measured, i) => (
        <NumberMark
          key={JSON.stringify(measured.measure)}
          at={middleOf(measured)}
          number={i + 1}
          isPointed={isSame(measured, shown)}
          onPoint={() => showMeasured(measured)}
        />
      ))}
    </g>
  );
}

/** The middle of the places a check is about. */
function middleOf({ measure }: Measured): Point {
  const spots = spotsOf(measure);
  const sum = spots.reduce((all, { x, y }) => ({ x: all.x + x, y: all.y + y }), { x: 0, y: 0 });
  return { x: sum.x / spots.length, y: sum.y / spots.length };
}

const isSame = (one: Measured, other: Measured | null) =>
  JSON.stringify(other?.measure) === JSON.stringify(one.measure);

function Picked({ at }: { at: readonly Point[] }) {
  const scale = useLeafScale();
  return (
    <g className={checkCss.measureWanted} data-part="measure-wanted">
      {at.map(({ x, y }, k) => (
        <circle key={k} cx={x} cy={y} r={5 / scale} />
      ))}
    </g>
  );
}
