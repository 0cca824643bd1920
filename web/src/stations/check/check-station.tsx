import { useState } from 'react';
import { Link } from 'react-router';
import { checkDecisionsSchema, checkNotes } from '@nobrel/core/check';
import type { MapDocument } from '@nobrel/core/documents';
import { DecisionGap } from '../../bench/sentence/decision-gap.js';
import { Notes } from '../../bench/margin/notes.js';
import { Sentence } from '../../bench/sentence/sentence.js';
import { Missing, StationBench } from '../../bench/station.js';
import { lazyTool, ToolRow, useTool, type Tool } from '../../bench/tool-row.js';
import { ToolPanel } from '../../leaves/in-hand.js';
import { useKeptMapQuery } from '../../store/api/map.js';
import { useUnit } from '../../store/hooks.js';
import { useWork } from '../../store/use-work.js';
import { CheckLeaves } from './check-leaves.js';
import { FindingsPanel } from './findings-panel.js';
import { RoundState } from './round-state.js';
import { OnCheckBench, useCheck } from './use-check.js';

type CheckTool = 'findings' | 'measures' | 'new' | 'corners' | 'points' | 'parts' | 'rounds';

const tools: readonly [Tool<CheckTool>, ...Tool<CheckTool>[]] = [
  { id: 'findings', label: 'Findings' },
  lazyTool('measures', 'Measures', async () => (await import('./tools/measures-tool.js')).MeasuresTool),
  lazyTool('new', 'New round', async () => (await import('./tools/new-round-tool.js')).NewRoundTool),
  lazyTool('corners', 'Corners', async () => (await import('./tools/corners-tool.js')).CornersTool),
  lazyTool('points', 'Points', async () => (await import('./tools/points-tool.js')).PointsTool),
  lazyTool('parts', 'Parts', async () => (await import('./tools/parts-tool.js')).PartsTool),
  lazyTool('rounds', 'Rounds', async () => (await import('./tools/rounds-tool.js')).RoundsTool),
];

/** The drawing held against the map, photograph by photograph. */
export function CheckStation() {
  const work = useWork();
  const kept = useKeptMapQuery(work.id, { skip: work.map === null });
  if (work.map === null)
    return (
      <Missing title="Nothing to check against yet">
        <p>
          Here a photograph of your drawing is compared with the map: what is out of place and by how much,
          what is missing, what is not on the map.
        </p>
        <Link to={`/works/${work.id}/map`}>Make the map first</Link>
      </Missing>
    );
  const map = kept.data?.document;
  return map ? <CheckBench map={map} /> : <p role="status">Fetching the map…</p>;
}

function CheckBench({ map }: { map: MapDocument }) {
  const check = useCheck(map);
  const [tool, take] = useTool(tools);
  const unit = useUnit();
  const [pointedAt, pointAt] = useState<string | null>(null);
  const { check: decisions, round, checked } = check;
  const shown = check.rounds.length === 0 && tool === 'findings' ? 'new' : tool;
  return (
    <OnCheckBench value={check}>
      <StationBench
        sentence={
          <>
            <Sentence>
              Compare{' '}
              <DecisionGap
                table={checkDecisionsSchema}
                at="of"
                values={decisions}
                onChange={check.holdAgainst}
              />{' '}
              with the map: a line is true within{' '}
              <DecisionGap
                table={checkDecisionsSchema}
                at="toleranceMm"
                usualMm={check.limits.toleranceMm}
                values={decisions}
                onChange={check.change}
              />
              {decisions.of === 'drawing' ? (
                <>
                  , the whole is good enough at{' '}
                  <DecisionGap
                    table={checkDecisionsSchema}
                    at="goodEnoughMm"
                    usualMm={check.limits.goodEnoughMm}
                    values={decisions}
                    onChange={check.change}
                  />{' '}
                  off on average.
                </>
              ) : (
                <>
                  , and is covered by{' '}
                  <DecisionGap
                    table={checkDecisionsSchema}
                    at="cover"
                    values={decisions}
                    onChange={check.change}
                  />{' '}
                  later.
                </>
              )}
            </Sentence>
            <ToolRow tools={tools} tool={shown} onTool={take} />
          </>
        }
        notes={
          <Notes<never>
            notes={checkNotes(decisions.rounds, check.limits, round, checked?.report ?? null, unit)}
            onWay={() => undefined}
            figure={
              <>
                <RoundState />
                <ToolPanel />
                {shown === 'findings' && <FindingsPanel pointedAt={pointedAt} onPoint={pointAt} />}
              </>
            }
          />
        }
      >
        <CheckLeaves marksFindings={shown !== 'measures'} pointedAt={pointedAt} onPoint={pointAt} />
      </StationBench>
    </OnCheckBench>
  );
}
