import { Link } from 'react-router';
import { wornSheetNotes } from '@nobrel/core/file';
import { longSittingNotes, transferNotes } from '@nobrel/core/transfer';
import { Notes } from '../../bench/margin/notes.js';
import { Missing, StationBench } from '../../bench/station.js';
import { useEstimate, useOwnSpeeds } from '../../bench/use-estimate.js';
import { useRemembered } from '../../bench/use-remembered.js';
import { ToolRow, useTool } from '../../bench/tool-row.js';
import { Diptych } from '../../leaves/diptych.js';
import { ToolPanel } from '../../leaves/in-hand.js';
import { MapOnSurface } from '../../leaves/drawn/map-on-surface.js';
import { useMapOrReference } from '../../leaves/drawn/use-map-or-reference.js';
import { useKeptMapQuery } from '../../store/api/map.js';
import { useSuppliesQuery } from '../../store/api/supplies.js';
import { useWork } from '../../store/use-work.js';
import { StepsPanel } from './steps-panel.js';
import { TransferSentence } from './transfer-sentence.js';
import { transferTools } from './transfer-tools.js';
import { OnTransferBench, useTransfer } from './use-transfer.js';

/** Carrying the drawing across: the method, the order of every line, the steps, and what to do when it slips. */
export function TransferStation() {
  const work = useWork();
  const kept = useKeptMapQuery(work.id, { skip: work.map === null });
  const { transfer, change } = useTransfer();
  const [tool, take] = useTool(transferTools);
  const remembered = useRemembered('transfer');
  const own = useOwnSpeeds();
  const estimate = useEstimate();
  const supplies = useSuppliesQuery();
  const { fit } = work.decisions;
  const map = work.map === null ? undefined : kept.data?.document;
  const left = useMapOrReference(
    <MapOnSurface surface={fit} map={map} lineMm={work.decisions.map.pencilMm} />,
  );
  if (work.map === null) {
    return (
      <Missing title="Nothing to carry across yet">
        <p>
          Here the method is weighed, the lines are put in order, and you are led through the tracing, with
          the reasons and cautions for your surface.
        </p>
        <Link to={`/works/${work.id}/map`}>Make the map first</Link>
      </Missing>
    );
  }
  return (
    <OnTransferBench value={map}>
      <StationBench
        sentence={
          <>
            <TransferSentence />
            <ToolRow tools={transferTools} tool={tool} onTool={take} />
          </>
        }
        notes={
          <Notes
            notes={[
              ...transferNotes(transfer, {
                minutes: work.map.minutes,
                estimate,
                ownSittings: own.sittings,
                metres: work.map.metres,
                hand: work.decisions.map,
                printed: work.printings.map(({ decisions }) => decisions.kind),
              }),
              ...wornSheetNotes(
                supplies.data?.stock ?? [],
                transfer.method,
                work.map.metres,
                work.decisions.file.takes,
              ),
              ...longSittingNotes(transfer),
              ...remembered,
            ]}
            onWay={change}
            figure={<ToolPanel />}
          />
        }
      >
        <Diptych
          extent={{ x: 0, y: 0, width: fit.widthMm, height: fit.heightMm }}
          left={{ ...left, tool: 'marks and handles' }}
          right={{ panel: <StepsPanel /> }}
        />
      </StationBench>
    </OnTransferBench>
  );
}
