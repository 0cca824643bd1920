import { findFitFault, layOut } from '@nobrel/core/fit';
import { findCornerFault, referenceNotes } from '@nobrel/core/reference';
import { LinkButton } from '../../bench/link-button.js';
import { Notes } from '../../bench/notes.js';
import { StationBench } from '../../bench/station.js';
import { ToolRow, useTool } from '../../bench/tool-row.js';
import { Diptych } from '../../leaves/diptych.js';
import { LookChoice } from '../../leaves/look-choice.js';
import { MainPicture } from '../../leaves/main-picture.js';
import { useLoupeDetails, useMainPicture } from '../../leaves/use-reference.js';
import { useDecide, useUnit, useWork } from '../../store/hooks.js';
import { useJudgement } from '../../workers/use-pictures.js';
import { useCropTool } from './crop.js';
import { useDetailsTool } from './details.js';
import { bestSeparation } from '@nobrel/core/map';
import { Histogram } from '../../bench/histogram.js';
import { useLevelTool } from './level.js';
import { useJudgedSide } from './look.js';
import { ReferenceSentence } from './reference-sentence.js';
import { useSquareTool } from './square.js';
import type { ToolScreen } from './tool-screen.js';

const tools = [
  { value: 'look', label: 'Look' },
  { value: 'square', label: 'Square it' },
  { value: 'level', label: 'Level it' },
  { value: 'crop', label: 'Crop it' },
  { value: 'details', label: 'Details' },
] as const;
type Tool = (typeof tools)[number]['value'];

/** The reference: squared, levelled and cropped, looked at in three ways, judged; whose it is. */
export function ReferenceStation() {
  const work = useWork();
  const decide = useDecide();
  const unit = useUnit();
  const { picture, squaring, preparation } = useMainPicture();
  const [tool, take] = useTool<Tool>(['look', 'square', 'level', 'crop', 'details']);
  const judgement = useJudgement(picture, squaring);
  const { reference, fit, map } = work.decisions;
  const { width, height } = preparation;
  const whole = { x: 0, y: 0, width, height };
  const judged = useJudgedSide(whole, judgement);
  const screens: Record<Exclude<Tool, 'look'>, ToolScreen> = {
    square: useSquareTool(tool === 'square'),
    level: useLevelTool(),
    crop: useCropTool(),
    details: useDetailsTool(),
  };
  const screen = tool === 'look' ? null : screens[tool];
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
          <ToolRow label="Tools" tools={tools} tool={tool} onTool={take}>
            {screen?.sentence}
          </ToolRow>
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
              <p className="quiet" role="status">
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
        left={
          screen?.left ?? {
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
          }
        }
        right={
          screen?.right ??
          (screen
            ? { title: 'As it is used', pictureAt: whole, content: <MainPicture at={whole} />, details }
            : judged)
        }
      />
    </StationBench>
  );
}
