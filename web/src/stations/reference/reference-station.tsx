import { findFitFault, layOut } from '@nobrel/core/fit';
import { findCornerFault, referenceNotes } from '@nobrel/core/reference';
import { LinkButton } from '../../bench/link-button.js';
import { Notes } from '../../bench/margin/notes.js';
import { StationBench } from '../../bench/station.js';
import { lazyTool, ToolRow, useTool, type Tool } from '../../bench/tool-row.js';
import { Diptych } from '../../leaves/diptych.js';
import { LookChoice } from '../../leaves/drawn/look-choice.js';
import { MainPicture } from '../../leaves/drawn/main-picture.js';
import { useLoupeDetails, useMainPicture } from '../../leaves/drawn/use-reference.js';
import { useUnit } from '../../store/hooks.js';
import { useDecide, useWork } from '../../store/use-work.js';
import { useMapAhead } from '../../workers/use-map-ahead.js';
import { useJudgement } from '../../workers/use-pictures.js';
import { bestSeparation } from '@nobrel/core/map';
import { Histogram } from '../../bench/charts/histogram.js';
import { useJudgedSide } from './look.js';
import { ReferenceSentence } from './reference-sentence.js';
import * as panelsCss from '../../bench/panels.module.css';

type ReferenceTool = 'look' | 'square' | 'level' | 'crop' | 'details';
const tools: readonly [Tool<ReferenceTool>, ...Tool<ReferenceTool>[]] = [
  { id: 'look', label: 'Look' },
  lazyTool('square', 'Square it', async () => (await import('./tools/square-tool.js')).SquareTool),
  lazyTool('level', 'Level it', async () => (await import('./tools/level-tool.js')).LevelTool),
  lazyTool('crop', 'Crop it', async () => (await import('./tools/crop-tool.js')).CropTool),
  lazyTool('details', 'Details', async () => (await import('./tools/details-tool.js')).DetailsTool),
];

/** The reference: squared, levelled and cropped, looked at in three ways, judged; whose it is. */
export function ReferenceStation() {
  const work = useWork();
  const decide = useDecide();
  const unit = useUnit();
  const { picture, squaring, preparation } = useMainPicture();
  const [tool, take] = useTool(tools);
  const judgement = useJudgement(picture, squaring);
  useMapAhead(work);
  const { reference, fit, map } = work.decisions;
  const { width, height } = preparation;
  const whole = { x: 0, y: 0, width, height };
  const judged = useJudgedSide(whole, judgement);
  const details = useLoupeDetails();
  const cornerFault = squaring.corners && findCornerFault(squaring.corners, picture);
  const notes = referenceNotes(
    {
      decisions: reference,
      size: preparation,
      pxPerMm: findFitFault(fit) ? 1 : layOut(preparation, fit).pxPerMm,
      pencilMm: map.pencilMm,
      judgement,
      cornerFault,
      ratioReckoned: squaring.corners !== null && !cornerFault && squaring.originalMm === null,
    },
    unit,
  );
  return (
    <StationBench
      sentence={
        <>
          <ReferenceSentence />
          <ToolRow tools={tools} tool={tool} onTool={take} />
        </>
      }
      notes={
        <Notes
          notes={notes}
          onWay={(change) => decide({ room: 'reference', change })}
          figure={
            judgement ? (
              <Histogram
                histogram={judgement.histogram}
                limits={bestSeparation(Float64Array.from(judgement.histogram), work.decisions.map.values)}
              />
            ) : (
              <p className={panelsCss.quiet} role="status">
                The picture is being looked at.
              </p>
            )
          }
        />
      }
    >
      <Diptych
        // A tool's left leaf shows other places than the last one's, so that each begins with all of it.
        key={tool}
        extent={whole}
        measured={false}
        left={{
          title: 'Reference',
          pictureAt: whole,
          tools: (
            <>
              <LookChoice />
              <LinkButton to={`/works/${work.id}/print/reference-page`}>Print</LinkButton>
            </>
          ),
          content: <MainPicture at={whole} />,
          details,
        }}
        right={
          tool === 'look'
            ? judged
            : { title: 'As it is used', pictureAt: whole, content: <MainPicture at={whole} />, details }
        }
      />
    </StationBench>
  );
}
