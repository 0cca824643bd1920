import { maxLandmarks, spotInPicture, spotOnSurface, type Layout } from '@nobrel/core/fit';
import { transformed, type Point } from '@nobrel/core/geometry';
import { preparedSpot } from '@nobrel/core/reference';
import { Handle } from '../../../leaves/leaf/handle.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { useMainPicture } from '../../../leaves/drawn/use-reference.js';
import { Marks } from './marks.js';
import { SettingOutPanel } from './setting-out-panel.js';
import { useFit, useLayout } from '../use-fit.js';
import { useSettingOut } from './use-setting-out.js';

/** Setting out: the marks to be measured on the surface, and landmarks put down with a click. */
export function SettingOutTool() {
  const layout = useLayout();
  const settingOut = useSettingOut(layout);
  const addLandmark = useAddLandmark(layout);
  const { frame } = layout;
  const inMiddle = { x: frame.x + frame.width / 2, y: frame.y + frame.height / 2 };
  return (
    <ToolInHand
      marks={<Marks settingOut={settingOut} surface={layout.surface} />}
      handles={<LandmarkHandles />}
      onPick={addLandmark}
      right={{ panel: <SettingOutPanel onAdd={() => addLandmark(inMiddle)} /> }}
    />
  );
}

/** Adds a landmark at a place on the surface. */
function useAddLandmark(layout: Layout): (at: Point) => void {
  const { fit, change } = useFit();
  const { preparation } = useMainPicture();
  return ({ x, y }) => {
    if (fit.landmarks.length >= maxLandmarks) return;
    const spot = spotInPicture(layout, x, y);
    const stored = transformed(preparation.toStored, spot.x, spot.y);
    const name = `Landmark ${fit.landmarks.length + 1}`;
    change({ landmarks: [...fit.landmarks, { name, ...stored }] });
  };
}

function LandmarkHandles() {
  const layout = useLayout();
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
