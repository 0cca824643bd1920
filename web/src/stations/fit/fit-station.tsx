import { Select } from 'antd';
import {
  findFitFault,
  fitNotes,
  guideKinds,
  layOut,
  mostLandmarks,
  spotInPicture,
  spotOnSurface,
  wholePictureOn,
  type GuideKind,
  type Layout,
} from '@nobrel/core/fit';
import { transformed, type Point } from '@nobrel/core/geometry';
import { preparedSpot } from '@nobrel/core/reference';
import { Notes } from '../../bench/notes.js';
import { StationBench, Missing } from '../../bench/station.js';
import { ToolRow, useTool } from '../../bench/tool-row.js';
import { Diptych, type DiptychSide } from '../../leaves/diptych.js';
import { Handle } from '../../leaves/handle.js';
import { LookChoice } from '../../leaves/look-choice.js';
import { PictureOnSurface } from '../../leaves/main-picture.js';
import { useLoupeDetails, useMainPicture } from '../../leaves/use-reference.js';
import { useUnit, useWork } from '../../store/hooks.js';
import { EnlargePanel } from './enlarge-panel.js';
import { FitSentence } from './fit-sentence.js';
import { FrameHandle } from './frame-handle.js';
import { useGridTool } from './grid-tool.js';
import { GridLines, Guides } from './lines.js';
import { Marks } from './marks.js';
import { SettingOutPanel } from './setting-out-panel.js';
import { SurfaceDrawing, surfaceExtent } from './surface-drawing.js';
import { SurfacePanel } from './surface-panel.js';
import { useFit } from './use-fit.js';
import { useSettingOut } from './use-setting-out.js';
import { WaysOutPanel } from './ways-out-panel.js';

const tools = [
  { value: 'place', label: 'Place' },
  { value: 'ways', label: 'Ways out' },
  { value: 'surface', label: 'Surface' },
  { value: 'grid', label: 'Grid' },
  { value: 'setting-out', label: 'Set out' },
  { value: 'enlarge', label: 'Enlarge' },
] as const;
type Tool = (typeof tools)[number]['value'];

/** Where the picture lies on the final surface, to the millimetre. */
export function FitStation() {
  const { decisions } = useWork();
  const { preparation } = useMainPicture();
  const [tool, take] = useTool<Tool>(['place', 'ways', 'surface', 'grid', 'setting-out', 'enlarge']);
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

type LaidOutProps = { layout: Layout; tool: Tool; take: (tool: Tool) => void };

function LaidOut({ layout, tool, take }: LaidOutProps) {
  const { decisions } = useWork();
  const { preparation } = useMainPicture();
  const unit = useUnit();
  const { fit, change } = useFit();
  const grid = useGridTool(layout);
  const addLandmark = useAddLandmark(layout);
  const left = useReferenceSide(layout, tool === 'grid' ? grid.onPick : undefined);
  const surface = useSurfaceSide(layout, tool);
  const { frame } = layout;
  const panels: Partial<Record<Tool, React.ReactNode>> = {
    ways: <WaysOutPanel />,
    surface: <SurfacePanel />,
    'setting-out': (
      <SettingOutPanel
        layout={layout}
        onAdd={() => addLandmark({ x: frame.x + frame.width / 2, y: frame.y + frame.height / 2 })}
      />
    ),
    enlarge: <EnlargePanel layout={layout} />,
  };
  const panel = panels[tool];
  const picking =
    tool === 'grid' ? { onPick: grid.onPick } : tool === 'setting-out' ? { onPick: addLandmark } : {};
  return (
    <StationBench
      sentence={
        <>
          <FitSentence onSides={() => take('surface')} />
          <ToolRow label="Tools" tools={tools} tool={tool} onTool={take}>
            {tool === 'grid' ? grid.sentence : tool === 'place' && <GuideChoice />}
          </ToolRow>
        </>
      }
      notes={<Notes notes={fitNotes(preparation, fit, decisions.map.pencilMm, unit)} onWay={change} />}
    >
      <Diptych
        extent={surfaceExtent(layout, fit, panel ? undefined : wholePictureOn(layout, preparation))}
        left={panel ? { ...surface, ...picking } : left}
        right={panel ? { panel } : { ...surface, ...picking }}
      />
    </StationBench>
  );
}

const guideWords: Readonly<Record<GuideKind, string>> = {
  halves: 'halves',
  thirds: 'thirds',
  diagonals: 'diagonals',
  'root-rectangles': 'root rectangles',
};

function GuideChoice() {
  const { fit, change } = useFit();
  return (
    <>
      Guides over it:{' '}
      <Select<GuideKind[]>
        mode="multiple"
        size="small"
        className="guide-choice"
        aria-label="Guides of composition"
        placeholder="none"
        popupMatchSelectWidth={false}
        options={guideKinds.map((value) => ({ value, label: guideWords[value] }))}
        value={fit.guides}
        onChange={(guides) => change({ guides })}
      />
    </>
  );
}

/** The reference at the scale of the surface, with what is used of it. */
function useReferenceSide(layout: Layout, onPick?: (at: Point) => void): DiptychSide {
  const { fit, change } = useFit();
  const { preparation } = useMainPicture();
  const details = useLoupeDetails(layout);
  return {
    title: 'Reference',
    tools: <LookChoice />,
    pictureAt: wholePictureOn(layout, preparation),
    details,
    ...(onPick ? { onPick } : {}),
    content: (
      <>
        <PictureOnSurface layout={layout} rest />
        <Guides drawing={layout.drawing} guides={fit.guides} />
        {fit.grid.shown && <GridLines drawing={layout.drawing} grid={fit.grid} />}
      </>
    ),
    // While squares are picked, a click is a click and no grip on the picture.
    handles: !onPick && <FrameHandle layout={layout} picture={preparation} fit={fit} onMove={change} />,
  };
}

/** The surface with the picture in its place. */
function useSurfaceSide(layout: Layout, tool: Tool): DiptychSide {
  const { fit, change } = useFit();
  const { preparation } = useMainPicture();
  const settingOut = useSettingOut(layout);
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
        {tool === 'setting-out' && <Marks settingOut={settingOut} surface={layout.surface} />}
      </>
    ),
    handles:
      tool === 'setting-out' ? (
        <LandmarkHandles layout={layout} />
      ) : (
        tool !== 'grid' && <FrameHandle layout={layout} picture={preparation} fit={fit} onMove={change} />
      ),
  };
}

/** Adds a landmark at a place on the surface. */
function useAddLandmark(layout: Layout): (at: Point) => void {
  const { fit, change } = useFit();
  const { preparation } = useMainPicture();
  return ({ x, y }) => {
    if (fit.landmarks.length >= mostLandmarks) return;
    const spot = spotInPicture(layout, x, y);
    const stored = transformed(preparation.toStored, spot.x, spot.y);
    const name = `Landmark ${fit.landmarks.length + 1}`;
    change({ landmarks: [...fit.landmarks, { name, ...stored }] });
  };
}

function LandmarkHandles({ layout }: { layout: Layout }) {
  const { fit, change } = useFit();
  const { preparation } = useMainPicture();
  return fit.landmarks.map((landmark, index) => {
    const spot = preparedSpot(preparation, landmark);
    const at = spotOnSurface(layout, spot.x, spot.y);
    return (
      <Handle
        key={index}
        label={landmark.name || `Landmark ${index + 1}`}
        {...at}
        onMove={(x, y) => {
          const to = spotInPicture(layout, at.x + x, at.y + y);
          const moved = { ...landmark, ...transformed(preparation.toStored, to.x, to.y) };
          change({ landmarks: fit.landmarks.map((other, k) => (k === index ? moved : other)) });
        }}
      />
    );
  });
}
