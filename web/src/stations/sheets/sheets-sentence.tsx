import { Select, Switch } from 'antd';
import type { ReactNode } from 'react';
import { paperName, printerPapers, sheetKindWords, type SheetKind } from '@nobrel/core/sheets';
import { ChoiceGap, LengthGap } from '../../bench/gaps.js';
import { MoreRow, Sentence } from '../../bench/sentence.js';
import { useCalibrationsQuery } from '../../store/api.js';
import { between, OfKind, type OfKindProps } from './of-kind.js';

/** The kinds as they are offered, by what they are for. */
const kindGroups: readonly (readonly [string, readonly SheetKind[]])[] = [
  ['To trace from', ['outline', 'mirrored', 'pricking', 'film', 'partial']],
  ['To see and to paint from', ['values', 'numbers', 'reference', 'close-ups']],
  ['To divide and to rub', ['grid', 'grid-reference', 'backing']],
  ['To take to the table', ['card', 'setting-out', 'order-slip', 'label']],
  ['For the printer', ['calibration']],
];

/** Kinds that are cut into sheets and joined. */
const tiledKinds: readonly SheetKind[] = [
  'outline',
  'mirrored',
  'values',
  'numbers',
  'reference',
  'grid',
  'backing',
  'pricking',
  'partial',
];

type SentenceProps = OfKindProps & { children: ReactNode };

/** What is printed, and how, as a sentence. */
export function SheetsSentence({ sheets, change, children }: SentenceProps) {
  const tiled = tiledKinds.includes(sheets.kind);
  return (
    <Sentence more={<More sheets={sheets} change={change} />}>
      Print the{' '}
      <Select<SheetKind>
        className="gap"
        aria-label="What is printed"
        variant="underlined"
        popupMatchSelectWidth={false}
        listHeight={420}
        value={sheets.kind}
        options={kindGroups.map(([label, kinds]) => ({
          label,
          title: label,
          options: kinds.map((value) => ({ value, label: sheetKindWords[value] })),
        }))}
        onChange={(kind) => change({ kind })}
      />
      <OfKind sheets={sheets} change={change} /> on{' '}
      <ChoiceGap
        label="Paper of the printer"
        value={sheets.paper}
        options={printerPapers.map((value) => ({ value, label: paperName(value) }))}
        onChange={(paper) => change({ paper })}
      />
      {sheets.paper === 'custom' && <CustomSize sheets={sheets} change={change} />}
      {tiled && (
        <>
          , neighbours overlapping by{' '}
          <LengthGap
            label="Overlap"
            valueMm={sheets.overlapMm}
            check={(mm) => (mm >= 0 && mm <= 90 ? null : 'An overlap of up to 90 mm fits these papers.')}
            onChange={(overlapMm) => change({ overlapMm })}
          />
        </>
      )}
      , keeping{' '}
      <LengthGap
        label="Printer margin"
        valueMm={sheets.marginMm}
        check={(mm) => (mm >= 0 && mm <= 50 ? null : 'A margin can be up to 50 mm.')}
        onChange={(marginMm) => change({ marginMm })}
      />{' '}
      clear of the paper’s edge. {children}
    </Sentence>
  );
}

/** The sides of a paper of one's own. */
function CustomSize({ sheets: { customMm }, change }: OfKindProps) {
  const side = (name: 'widthMm' | 'heightMm', label: string) => (
    <LengthGap
      label={label}
      valueMm={customMm[name]}
      check={between(40, 5000)}
      onChange={(mm) => change({ customMm: { ...customMm, [name]: mm } })}
    />
  );
  return (
    <>
      {' '}
      of {side('widthMm', 'Width of the paper')} × {side('heightMm', 'Height of the paper')}
    </>
  );
}

function More({ sheets, change }: OfKindProps) {
  const { data: calibrations = [] } = useCalibrationsQuery();
  return (
    <>
      <MoreRow label="The paper lies">
        <ChoiceGap
          label="Which way the paper lies"
          value={sheets.lies}
          options={[
            { value: 'fewest', label: 'so that it takes the fewest sheets' },
            { value: 'least-paper', label: 'so that it takes the least paper' },
            { value: 'upright', label: 'upright' },
            { value: 'lying', label: 'lying' },
          ]}
          onChange={(lies) => change({ lies })}
        />
      </MoreRow>
      <MoreRow label="Sheets are">
        <ChoiceGap
          label="How sheets are joined"
          value={sheets.join}
          options={[
            { value: 'overlapped', label: 'laid over each other' },
            { value: 'trimmed', label: 'trimmed, then laid on' },
          ]}
          onChange={(join) => change({ join })}
        />
      </MoreRow>
      <MoreRow label="Printed lines">
        <LengthGap
          label="Width of printed lines"
          alwaysMm
          valueMm={sheets.lineMm}
          check={between(0.05, 3)}
          onChange={(lineMm) => change({ lineMm })}
        />
      </MoreRow>
      <MoreRow label="Make good the printer">
        <Switch
          size="small"
          aria-label="Make good the printer"
          checked={sheets.calibration !== null}
          disabled={calibrations.length === 0}
          onChange={(on) => change({ calibration: on ? (calibrations[0]?.id ?? null) : null })}
        />
        {calibrations.length === 0 ? (
          <span>none measured yet: take Calibrate in hand</span>
        ) : (
          sheets.calibration !== null && (
            <ChoiceGap
              label="Calibration"
              value={sheets.calibration}
              options={calibrations.map(({ id, name, madeAt }) => ({
                value: id,
                label: `${name}, ${madeAt.slice(0, 10)}`,
              }))}
              onChange={(calibration) => change({ calibration })}
            />
          )
        )}
      </MoreRow>
    </>
  );
}
