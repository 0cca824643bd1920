import { findFitFault, fitNotes, layOut, spotOnSurface, wholePictureOn, type Layout } from '@nobrel/core/fit';
import { Notes } from '../../bench/margin/notes.js';
import { useRemembered } from '../../bench/use-remembered.js';
import { StationBench, Missing } from '../../bench/station.js';
import { lazyTool, ToolRow, useTool, type Tool } from '../../bench/tool-row.js';
import { GridLines } from '../../leaves/drawn/grid-lines.js';
import { Diptych } from '../../leaves/diptych.js';
import type { DiptychSide } from '../../leaves/side.js';
import { LookChoice } from '../../leaves/drawn/look-choice.js';
import { PictureOnSurface } from '../../leaves/drawn/main-picture.js';
import { useLoupeDetails, useMainPicture } from '../../leaves/drawn/use-reference.js';
import { useUnit } from '../../store/hooks.js';
import { useWork } from '../../store/use-work.js';
import { useMapAhead } from '../../workers/use-map-ahead.js';
import { FitSentence } from './fit-sentence.js';
import { FrameHandle } from './frame-handle.js';
import { Guides } from './guides.js';
import { SurfaceDrawing, surfaceExtent } from './surface-drawing.js';
import { useFit } from './use-fit.js';

type FitTool = 'place' | 'ways' | 'surface' | 'grid' | 'setting-out' | 'enlarge';
const tools: readonly [Tool<FitTool>, ...Tool<FitTool>[]] = [
  lazyTool('place', 'Place', async () => (await import('./tools/place-tool.js')).PlaceTool),
  lazyTool('ways', 'Ways out', async () => (await import('./ways-out-panel.js')).WaysOutTool),
  lazyTool('surface', 'Surface', async () => (await import('./surface-panel.js')).SurfaceTool),
  lazyTool('grid', 'Grid', async () => (await import('./tools/grid-tool.js')).GridTool),
  lazyTool(
    'setting-out',
    'Set out',
    async () => (await import('./tools/setting-out-tool.js')).SettingOutTool,
  ),
  lazyTool('enlarge', 'Enlarge', async () => (await import('./enlarge-panel.js')).EnlargeTool),
];
/** Tools that put a panel in place of the right leaf; the surface then stands on the left. */
const withPanel: readonly FitTool[] = ['ways', 'surface', 'setting-out', 'enlarge'];

/** Where the picture lies on the final surface, to the millimetre. */
export function FitStation() {
  const { decisions } = useWork();
  const { preparation } = useMainPicture();
  const [tool, take] = useTool(tools);
  const fault = findFitFault(decisions.fit);
  if (fault) {
    return (
      <StationBench sentence={<FitSentence onSides={() => take('surface')} />} notes={null}>
        <Missing title="It cannot be laid out like this">
          <p>{fault.message}</p>
        </Missing>
      </StationBench>
    );
  }
  return <LaidOut layout={layOut(preparation, decisions.fit)} tool={tool} take={take} />;
}

type LaidOutProps = { layout: Layout; tool: FitTool; take: (tool: FitTool) => void };

function LaidOut({ layout, tool, take }: LaidOutProps) {
  const work = useWork();
  const { decisions } = work;
  useMapAhead(work);
  const { preparation } = useMainPicture();
  const unit = useUnit();
  const { fit, change } = useFit();
  const left = useReferenceSide(layout, tool);
  const surface = useSurfaceSide(layout, tool);
  const panel = withPanel.includes(tool);
  const remembered = useRemembered('fit');
  return (
    <StationBench
      sentence={
        <>
          <FitSentence onSides={() => take('surface')} />
          <ToolRow tools={tools} tool={tool} onTool={take} />
        </>
      }
      notes={
        <Notes
          notes={[...fitNotes(preparation, fit, decisions.map.pencilMm, unit), ...remembered]}
          onWay={change}
        />
      }
    >
      <Diptych
        extent={surfaceExtent(layout, fit, panel ? undefined : wholePictureOn(layout, preparation))}
        left={panel ? surface : left}
        // Until the tool has put its panel here, nothing stands here.
        right={panel ? { panel: null } : surface}
      />
    </StationBench>
  );
}

/** The reference at the scale of the surface, with what is used of it. */
function useReferenceSide(layout: Layout, tool: FitTool): DiptychSide {
  const { fit, change } = useFit();
  const { preparation } = useMainPicture();
  const details = useLoupeDetails(layout);
  return {
    title: 'Reference',
    tools: <LookChoice />,
    pictureAt: wholePictureOn(layout, preparation),
    details,
    tool: 'marks',
    content: (
      <>
        <PictureOnSurface layout={layout} rest />
        <Guides drawing={layout.drawing} guides={fit.guides} />
        {fit.grid.shown && <GridLines drawing={layout.drawing} grid={fit.grid} />}
      </>
    ),
    // While squares are picked, a click is a click and no grip on the picture.
    handles: tool !== 'grid' && (
      <FrameHandle layout={layout} picture={preparation} fit={fit} onMove={change} />
    ),
  };
}

/** The surface with the picture in its place. */
function useSurfaceSide(layout: Layout, tool: FitTool): DiptychSide {
  const { fit, change } = useFit();
  const { preparation } = useMainPicture();
  const details = useLoupeDetails(layout);
  const weight =
    fit.placement === 'weighted' && fit.weightCentre
      ? spotOnSurface(layout, fit.weightCentre.x * preparation.width, fit.weightCentre.y * preparation.height)
      : null;
  return {
    title: 'On the surface',
    pictureAt: wholePictureOn(layout, preparation),
    details,
    content: (
      <>
        <SurfaceDrawing layout={layout} fit={fit} weight={weight} />
      </>
    ),
    handles: tool !== 'grid' && tool !== 'setting-out' && (
      <FrameHandle layout={layout} picture={preparation} fit={fit} onMove={change} />
    ),
    tool: 'marks and handles',
  };
}
