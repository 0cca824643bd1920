import { formatDate } from '@nobrel/core/units';
import { Select, Switch } from 'antd';
import { Fragment, type ReactNode } from 'react';
import type { DecisionPath } from '@nobrel/core/decisions';
import {
  isTiled,
  kindGroups,
  paperName,
  printerPapers,
  sheetDecisionsSchema,
  sheetKindIds,
  sheetKinds,
  type SheetDecisions,
  type SheetKind,
} from '@nobrel/core/sheets';
import { DecisionGap, DecisionRow } from '../../bench/sentence/decision-gap.js';
import { ChoiceGap } from '../../bench/sentence/gaps.js';
import { MoreRow, Sentence } from '../../bench/sentence/sentence.js';
import { useCalibrationsQuery } from '../../store/api/sheets.js';
import * as sentenceCss from '../../bench/sentence/sentence.module.css';

/** The kinds as they are offered, by what they are for. */
const kindOptions = Object.entries(kindGroups).map(([group, label]) => ({
  label,
  title: label,
  options: sheetKindIds
    .filter((id) => sheetKinds[id].group === group)
    .map((value) => ({ value, label: sheetKinds[value].words })),
}));

type PartProps = { sheets: SheetDecisions; change: (fields: Partial<SheetDecisions>) => void };

type SentenceProps = PartProps & {
  /** The map is of a drawing, whose lines have a strength of their own. */
  ofDrawing: boolean;
  children: ReactNode;
};

/** What is printed, and how, as a sentence. */
export function SheetsSentence({ sheets, change, ofDrawing, children }: SentenceProps) {
  const gap = (at: DecisionPath<SheetDecisions>) => (
    <DecisionGap table={sheetDecisionsSchema} at={at} values={sheets} onChange={change} />
  );
  return (
    <Sentence more={<More sheets={sheets} change={change} ofDrawing={ofDrawing} />}>
      Print the{' '}
      <Select<SheetKind>
        className={sentenceCss.gap}
        aria-label="What is printed"
        variant="underlined"
        popupMatchSelectWidth={false}
        listHeight={420}
        value={sheets.kind}
        options={kindOptions}
        onChange={(kind) => change({ kind })}
      />
      <OfKind sheets={sheets} gap={gap} /> on{' '}
      <ChoiceGap
        label="Paper of the printer"
        value={sheets.paper}
        options={printerPapers.map((value) => ({ value, label: paperName(value) }))}
        onChange={(paper) => change({ paper })}
      />
      {sheets.paper === 'custom' && (
        <>
          {' '}
          of {gap('customMm.widthMm')} × {gap('customMm.heightMm')}
        </>
      )}
      {isTiled(sheets.kind) && <>, neighbours overlapping by {gap('overlapMm')}</>}, keeping {gap('marginMm')}{' '}
      clear of the paper’s edge. {children}
    </Sentence>
  );
}

type OfKindProps = { sheets: SheetDecisions; gap: (at: DecisionPath<SheetDecisions>) => ReactNode };

/** The decisions that belong to one kind, in its own words. */
function OfKind({ sheets, gap }: OfKindProps) {
  return sheetKinds[sheets.kind].sentence?.map((part, index) => {
    if (typeof part === 'string') return part;
    if (part.when && !part.when(sheets)) return null;
    return (
      <Fragment key={index}>
        {part.before}
        {gap(part.at)}
      </Fragment>
    );
  });
}

const rarer = ['orientation', 'join', 'lineMm'] as const;
/** Kinds whose lines can be told apart by how dark they are. */
const toldApart: readonly SheetKind[] = ['outline', 'mirrored', 'partial'];

function More({ sheets, change, ofDrawing }: Omit<SentenceProps, 'children'>) {
  return (
    <>
      {rarer.map((at) => (
        <DecisionRow key={at} table={sheetDecisionsSchema} at={at} values={sheets} onChange={change} />
      ))}
      {toldApart.includes(sheets.kind) && (
        <DecisionRow
          table={sheetDecisionsSchema}
          at="strengths"
          values={sheets}
          onChange={change}
          without={ofDrawing ? [] : ['drawn']}
        />
      )}
      <CorrectionRow sheets={sheets} change={change} />
    </>
  );
}

/** Which measured printer the sheets are corrected for. */
function CorrectionRow({ sheets, change }: PartProps) {
  const { data: calibrations = [] } = useCalibrationsQuery();
  return (
    <MoreRow label="Correct this printer">
      <Switch
        size="small"
        aria-label="Correct this printer"
        checked={sheets.calibration !== null}
        disabled={calibrations.length === 0}
        onChange={(on) => change({ calibration: on ? (calibrations[0]?.id ?? null) : null })}
      />
      {calibrations.length === 0 ? (
        <span>none measured yet: use the tool Calibrate</span>
      ) : (
        sheets.calibration !== null && (
          <ChoiceGap
            label="Calibration"
            value={sheets.calibration}
            options={calibrations.map(({ id, name, madeAt }) => ({
              value: id,
              label: `${name}, ${formatDate(madeAt)}`,
            }))}
            onChange={(calibration) => change({ calibration })}
          />
        )
      )}
    </MoreRow>
  );
}
