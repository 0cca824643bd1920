import { Button, Input } from 'antd';
import {
  datums,
  findMeasureFault,
  maxLandmarks,
  squarenessOf,
  type Datum,
  type Layout,
  type MeasuredSide,
  type MeasuredSides,
} from '@nobrel/core/fit';
import { formatLength } from '@nobrel/core/units';
import { LinkButton } from '../../../bench/link-button.js';
import { ChoiceGap, LengthGap } from '../../../bench/sentence/gaps.js';
import { useUnit } from '../../../store/hooks.js';
import { useWorkId } from '../../../store/use-work.js';
import { MeasuresTable } from './measures-table.js';
import { useFit, useLayout } from '../use-fit.js';
import { useSettingOut } from './use-setting-out.js';
import { clsx } from 'clsx';
import * as leafCss from '../../../leaves/leaf/leaf.module.css';
import * as panelsCss from '../../../bench/panels.module.css';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';
import * as css from './tools.module.css';

const datumWords: Readonly<Record<Datum, string>> = {
  'top-left': 'top left corner',
  'top-right': 'top right corner',
  'bottom-right': 'bottom right corner',
  'bottom-left': 'bottom left corner',
};

/** What has to be measured at the surface, from one corner; its landmarks; and how square it really is. */
export function SettingOutPanel({ onAdd }: { onAdd: () => void }) {
  const layout = useLayout();
  const id = useWorkId();
  const { fit, change } = useFit();
  const unit = useUnit();
  const settingOut = useSettingOut(layout);
  return (
    <section className={leafCss.leaf} data-part="leaf" aria-label="Setting out">
      <header className={leafCss.leafHead}>
        <h2>Setting out</h2>
        <LinkButton to={`/works/${id}/print/setting-out`}>Print</LinkButton>
      </header>
      <div className={clsx(panelsCss.panelBody, sentenceCss.sentence, sentenceCss.panelSentence)}>
        <div className={sentenceCss.words}>
          Measure everything from the{' '}
          <ChoiceGap
            label="Datum corner"
            value={fit.datum}
            options={datums.map((value) => ({ value, label: datumWords[value] }))}
            onChange={(datum) => change({ datum })}
          />
          , to the{' '}
          {unit === 'in' ? (
            <ChoiceGap
              label="Measures are rounded to"
              value={fit.roundInch}
              options={([8, 16, 32] as const).map((value) => ({ value, label: `1/${value} in` }))}
              onChange={(roundInch) => change({ roundInch })}
            />
          ) : (
            <ChoiceGap
              label="Measures are rounded to"
              value={fit.roundMm}
              options={([0.1, 0.5, 1] as const).map((value) => ({ value, label: `${value} mm` }))}
              onChange={(roundMm) => change({ roundMm })}
            />
          )}
          . Each from the edge itself, so that errors do not add up.
        </div>
        <MeasuresTable settingOut={settingOut} fit={fit} unit={unit} />
        <Landmarks onAdd={onAdd} />
        <Squareness layout={layout} />
      </div>
    </section>
  );
}

function Landmarks({ onAdd }: { onAdd: () => void }) {
  const { fit, change } = useFit();
  return (
    <>
      <p>
        {fit.landmarks.length >= maxLandmarks ? (
          `There are ${maxLandmarks} landmarks, more than anyone will set out. Leave one out to add another.`
        ) : (
          <>
            Click the drawing to add a landmark, or{' '}
            <Button size="small" onClick={onAdd}>
              add one in the middle
            </Button>{' '}
            and move it.
          </>
        )}
      </p>
      <ul className={css.landmarks}>
        {fit.landmarks.map(({ name }, index) => (
          // A landmark has no name of its own to tell it by until it is given one.
          <li key={index}>
            <Input
              size="small"
              aria-label={`Name of landmark ${index + 1}`}
              maxLength={60}
              value={name}
              onChange={(event) =>
                change({
                  landmarks: fit.landmarks.map((other, k) =>
                    k === index ? { ...other, name: event.target.value } : other,
                  ),
                })
              }
            />
            <Button
              size="small"
              onClick={() => change({ landmarks: fit.landmarks.filter((_, k) => k !== index) })}
            >
              Leave it out
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}

const measuredFields: readonly (readonly [MeasuredSide, string])[] = [
  ['top', 'top'],
  ['right', 'right'],
  ['bottom', 'bottom'],
  ['left', 'left'],
  ['falling', 'top left to bottom right'],
  ['rising', 'bottom left to top right'],
];

/** Sides and diagonals as a tape shows them, and what follows. */
function Squareness({ layout }: { layout: Layout }) {
  const { fit, change } = useFit();
  const unit = useUnit();
  const { measured } = fit;
  const { width, height } = layout.surface;
  if (!measured) {
    const diagonal = Math.round(Math.hypot(width, height) * 10) / 10;
    const asPlanned: MeasuredSides = {
      top: width,
      right: height,
      bottom: width,
      left: height,
      falling: diagonal,
      rising: diagonal,
    };
    return (
      <p>
        The surface is taken as square.{' '}
        <Button size="small" onClick={() => change({ measured: asPlanned })}>
          Type what the tape shows
        </Button>
      </p>
    );
  }
  const checked = (side: MeasuredSide, mm: number) => {
    const fault = findMeasureFault({ ...measured, [side]: mm });
    return fault ? fault.message : null;
  };
  const square = squarenessOf(measured);
  return (
    <>
      <div className={sentenceCss.words}>
        As measured:{' '}
        {measuredFields.map(([side, words], i) => (
          <span key={side}>
            {i > 0 && ', '}
            {words}{' '}
            <LengthGap
              label={`Measured, ${words}`}
              valueMm={measured[side]}
              check={(mm) => checked(side, mm)}
              onChange={(mm) => change({ measured: { ...measured, [side]: mm } })}
            />
          </span>
        ))}
        .{' '}
        <Button size="small" onClick={() => change({ measured: null })}>
          Take it as square
        </Button>
      </div>
      <table className={panelsCss.measures}>
        <thead>
          <tr>
            <th scope="col">Corner</th>
            <th scope="col">Across</th>
            <th scope="col">Down</th>
            <th scope="col">Off square</th>
          </tr>
        </thead>
        <tbody>
          {square.corners.map(({ x, y }, i) => (
            <tr key={cornerWords[i]}>
              <th scope="row">{cornerWords[i]}</th>
              <td>{formatLength(x, unit)}</td>
              <td>{formatLength(y, unit)}</td>
              <td>{(((square.offRad[i] ?? 0) * 180) / Math.PI).toFixed(2)}°</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

const cornerWords = ['top left', 'top right', 'bottom right', 'bottom left'] as const;
