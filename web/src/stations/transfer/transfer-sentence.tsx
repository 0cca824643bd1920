import { surfaceKind } from '@nobrel/core/fit';
import {
  transferDecisionsSchema,
  transferMethodIds,
  transferMethods,
  usesCoatedSheet,
} from '@nobrel/core/transfer';
import { DecisionGap, DecisionRow } from '../../bench/sentence/decision-gap.js';
import { ChoiceGap } from '../../bench/sentence/gaps.js';
import { MoreRow, Sentence } from '../../bench/sentence/sentence.js';
import { useDecisions } from '../../store/use-work.js';
import { useTransfer } from './use-transfer.js';

/** How it is carried across, by which hand, in which order. */
export function TransferSentence() {
  const { kind } = useDecisions('fit');
  const { transfer, change } = useTransfer();
  const table = { table: transferDecisionsSchema, values: transfer, onChange: change };
  return (
    <Sentence
      more={
        <>
          <DecisionRow {...table} at="medium" />
          <DecisionRow {...table} at="material" />
          {usesCoatedSheet(transfer.method) && (
            <MoreRow label="The transfer sheet">
              <DecisionGap {...table} at="coated" />
              {transfer.coated === 'own' && (
                <>
                  {' '}
                  <DecisionGap {...table} at="coatedMm.widthMm" /> ×{' '}
                  <DecisionGap {...table} at="coatedMm.heightMm" />
                </>
              )}
            </MoreRow>
          )}
          {usesCoatedSheet(transfer.method) && (
            <>
              <DecisionRow {...table} at="sheetUsedMetres" />
              <DecisionRow {...table} at="sheetLifeMetres" />
            </>
          )}
          {transfer.method === 'light-box' && (
            <MoreRow label="The light">
              <DecisionGap {...table} at="lightMm.widthMm" /> ×{' '}
              <DecisionGap {...table} at="lightMm.heightMm" />
            </MoreRow>
          )}
          {transfer.method === 'projector' && (
            <>
              <DecisionRow {...table} at="roomDepthMm" />
              <DecisionRow {...table} at="projection" />
            </>
          )}
          <DecisionRow {...table} at="lookEvery" />
          <DecisionRow {...table} at="repeated" />
          <DecisionRow {...table} at="tired" />
        </>
      }
    >
      Carry it across to {surfaceKind(kind).name} by{' '}
      <ChoiceGap
        label="Method"
        value={transfer.method}
        options={transferMethodIds.map((value) => ({ value, label: transferMethods[value].name }))}
        onChange={(method) => change({ method })}
      />
      , tracing with the <DecisionGap {...table} at="hand" /> hand, <DecisionGap {...table} at="school" />, in
      stretches of <DecisionGap {...table} at="stretchMinutes" />.
    </Sentence>
  );
}
