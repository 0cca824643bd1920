import { marksOf, settingOut, spotOnSurface, type Layout, type SettingOut } from '@nobrel/core/fit';
import { preparedSpot } from '@nobrel/core/reference';
import { useMainPicture } from '../../../leaves/drawn/use-reference.js';
import { useWeight } from '../../../workers/use-pictures.js';
import { useFit } from '../use-fit.js';

/** The marks of the present layout with their measures; the motif's extremes once it has been weighed. */
export function useSettingOut(layout: Layout): SettingOut {
  const { fit } = useFit();
  const { picture, squaring, preparation } = useMainPicture();
  const weight = useWeight(picture, squaring);
  const { width, height } = preparation;
  const extremes = Object.entries(weight?.motif ?? {}).map(([side, at]) => ({
    name: `Motif, ${side}most`.replace('topmost', 'top').replace('bottommost', 'foot'),
    ...spotOnSurface(layout, at.x * width, at.y * height),
  }));
  const within = extremes.filter(
    ({ x, y }) =>
      x >= layout.frame.x - 0.01 &&
      y >= layout.frame.y - 0.01 &&
      x <= layout.frame.x + layout.frame.width + 0.01 &&
      y <= layout.frame.y + layout.frame.height + 0.01,
  );
  const landmarks = fit.landmarks.map(({ name, ...stored }) => {
    const spot = preparedSpot(preparation, stored);
    return { name, ...spotOnSurface(layout, spot.x, spot.y) };
  });
  return settingOut(marksOf(layout, within, landmarks), layout.surface, fit.datum, fit.measured);
}
