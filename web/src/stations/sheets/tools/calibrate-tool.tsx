import { Button, Input, Popconfirm } from 'antd';
import { useState } from 'react';
import {
  bendFrom,
  crossDistances,
  worstOffMm,
  type Calibration,
  type SheetDecisions,
  type SheetPage,
} from '@nobrel/core/sheets';
import {
  formatLength,
  LengthError,
  parseLength,
  type LengthUnit,
  type SizeMm,
  formatDate,
  formatDegrees,
  formatPercent,
} from '@nobrel/core/units';
import { NameGap } from '../../../bench/sentence/gaps.js';
import { messageOf } from '../../../store/api/base.js';
import {
  useCalibrationsQuery,
  useForgetCalibrationMutation,
  useKeepCalibrationMutation,
} from '../../../store/api/sheets.js';
import { useUnit } from '../../../store/hooks.js';
import { useDecide } from '../../../store/use-work.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { useBenchSheets } from '../bench-sheets.js';
import { clsx } from 'clsx';
import * as css from './tools.module.css';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';
import * as panelsCss from '../../../bench/panels.module.css';

const fields = [
  { key: 'ab', label: 'A to B measures', short: 'A to B' },
  { key: 'ad', label: 'A to D measures', short: 'A to D' },
  { key: 'ac', label: 'A to C measures', short: 'A to C' },
  { key: 'bd', label: 'B to D measures', short: 'B to D' },
] as const;
type Typed = Record<(typeof fields)[number]['key'], string>;

const nothing: Typed = { ab: '', ad: '', ac: '', bd: '' };

/** The distances drawn on the calibration sheet now shown: between its crosses, whatever the paper. */
function drawnOn({ widthMm, heightMm }: SheetPage, { marginMm }: SheetDecisions): SizeMm {
  return crossDistances({ widthMm: widthMm - 2 * marginMm, heightMm: heightMm - 2 * marginMm });
}

type CalibrateProps = {
  /** The calibration sheet. */
  page: SheetPage;
  sheets: SheetDecisions;
  change: (fields: Partial<SheetDecisions>) => void;
};

/** Measuring a printed calibration sheet, and choosing among the printers that were measured. */
export function CalibrateTool() {
  const { page, sheets } = useBenchSheets();
  const decide = useDecide();
  const change = (fields: Partial<SheetDecisions>) => decide({ room: 'sheets', change: fields });
  const props = page && { page, sheets, change };
  return (
    <ToolInHand
      sentence={props && <CalibrateSentence {...props} />}
      panel={props && <CalibrationList {...props} />}
    />
  );
}

/** What the ruler says of the calibration sheet, as a sentence. */
function CalibrateSentence({ page, sheets, change }: CalibrateProps) {
  const unit = useUnit();
  const drawn = drawnOn(page, sheets);
  const [typed, setTyped] = useState<Typed>(nothing);
  const [name, setName] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const [keep, keeping] = useKeepCalibrationMutation();
  const onKeep = () => {
    const bend = readBend(typed, drawn, unit);
    if (typeof bend === 'string') return setFault(bend);
    if (name.trim() === '') return setFault('Give it a name, such as the printer and the paper.');
    setFault(null);
    void keep({ name: name.trim(), ...bend })
      .unwrap()
      .then(({ id }) => {
        change({ calibration: id });
        setTyped(nothing);
        setName('');
      })
      // The refusal is shown below.
      .catch(() => undefined);
  };
  return (
    <>
      Print this sheet at 100 %, and measure it from cross to cross:{' '}
      {fields.map(({ key, label, short }) => (
        <label key={key} className={css.measure}>
          {short}{' '}
          <Input
            className={clsx(sentenceCss.gap, css.gapShort)}
            variant="underlined"
            aria-label={label}
            placeholder={formatLength(drawnFor(key, drawn), unit)}
            value={typed[key]}
            onChange={(event) => setTyped({ ...typed, [key]: event.target.value })}
          />
        </label>
      ))}{' '}
      and keep it as{' '}
      <NameGap
        label="Name for this calibration"
        placeholder="printer and paper"
        enter="Keep"
        value={name}
        onChange={setName}
        onEnter={onKeep}
      />
      {(fault ?? (keeping.error && messageOf(keeping.error))) && (
        <span className={sentenceCss.gapFault} role="alert">
          {fault ?? messageOf(keeping.error)}
        </span>
      )}
    </>
  );
}

function drawnFor(key: keyof Typed, { widthMm, heightMm }: SizeMm): number {
  if (key === 'ab') return widthMm;
  return key === 'ad' ? heightMm : Math.hypot(widthMm, heightMm);
}

/** Reads the lengths; the two diagonals may be left out together. */
function readBend(typed: Typed, drawn: SizeMm, unit: LengthUnit) {
  const lengths: (number | null)[] = [];
  for (const { key, short } of fields) {
    const text = typed[key].trim();
    if (text === '' && (key === 'ac' || key === 'bd')) {
      lengths.push(null);
      continue;
    }
    try {
      lengths.push(parseLength(text, unit));
    } catch (error) {
      if (error instanceof LengthError) return `${short}: ${error.message}`;
      throw error;
    }
  }
  const [acrossMm = null, downMm = null, fallingMm = null, risingMm = null] = lengths;
  if (acrossMm === null || downMm === null) return 'Measure A to B and A to D at least.';
  return bendFrom(drawn, { acrossMm, downMm, fallingMm, risingMm });
}

/** The calibrations kept, with how far each printer was out. */
function CalibrationList({ page, sheets, change }: CalibrateProps) {
  const unit = useUnit();
  const { data: calibrations = [] } = useCalibrationsQuery();
  const [forget] = useForgetCalibrationMutation();
  const drawn = drawnOn(page, sheets);
  if (calibrations.length === 0) return null;
  const take = (own: Calibration) => change({ calibration: own.id === sheets.calibration ? null : own.id });
  return (
    <section className={clsx(panelsCss.panelBody, css.calibrations)} aria-label="Calibrations">
      <ul>
        {calibrations.map((own) => (
          <li key={own.id}>
            <strong>{own.name}</strong>, {formatDate(own.madeAt)}: across {formatPercent(own.scaleX, 2)}, down{' '}
            {formatPercent(own.scaleY, 2)}, skew {formatDegrees(Math.atan(own.shear))}; uncorrected up to{' '}
            {formatLength(worstOffMm(drawn, own), unit)} out.{' '}
            <Button size="small" onClick={() => take(own)}>
              {own.id === sheets.calibration ? 'No correction' : 'Correct for it'}
            </Button>
            <Popconfirm
              title={`Delete ${own.name}?`}
              description="Its sheet would have to be printed and measured again."
              okText="Delete it"
              cancelText="Keep it"
              onConfirm={() => {
                if (own.id === sheets.calibration) change({ calibration: null });
                void forget(own.id);
              }}
            >
              <Button size="small" type="link">
                Delete
              </Button>
            </Popconfirm>
          </li>
        ))}
      </ul>
    </section>
  );
}
