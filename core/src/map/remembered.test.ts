import { expect } from 'chai';
import { decisionsIn, isChoice, isNumber, choicesOf, limitsOf, withValueAt } from '../decisions/index.js';
import { accuracyScene, photographUnder } from '../testing/index.js';
import { MapMaker } from './map-maker.js';
import { defaultMapSettings, mapSettingsSchema, type MapSettings } from './settings.js';

const pxPerMm = 1.25;
const scene = accuracyScene(2);
const picture = photographUnder(scene, 'texture', pxPerMm, 2);
const frame = { x: 0, y: 0, width: scene.widthMm, height: scene.heightMm };
const requestWith = (settings: MapSettings) => ({
  picture,
  pictureKey: 'scene',
  window: { x: 0, y: 0, width: picture.width, height: picture.height },
  placement: { surface: frame, frame },
  settings,
});

/** Every setting changed in turn, well within its limits; thin lines and strokes are on, so that all count. */
function changedSettings(): [string, MapSettings][] {
  const base = { ...defaultMapSettings, strokes: true, colourEdges: true, pencilMm: 1, minutes: 20 };
  const changed = decisionsIn(mapSettingsSchema).map(({ path, decision }): [string, MapSettings] => {
    const [key = ''] = path;
    const now: unknown = Object.entries(base).find(([name]) => name === key)?.[1];
    const next = (): unknown => {
      if (isNumber(decision)) {
        const { min, max, whole } = limitsOf(decision);
        const from = typeof now === 'number' ? now : min;
        const aside = Math.min(max, 1.6 * from + 0.1);
        return whole ? Math.min(max, from + 1) : aside;
      }
      if (isChoice(decision)) return choicesOf(decision).find(({ value }) => value !== now)?.value;
      return now !== true;
    };
    return [key, mapSettingsSchema.parse(withValueAt(base, path, next()))];
  });
  return [...changed, ['limits', { ...base, separation: 'by-hand', limits: [30, 50, 70] }]];
}

describe('a map whose stages are remembered', () => {
  it('is the same as one made afresh, whatever setting was changed before', () => {
    const maker = new MapMaker();
    for (const [name, settings] of changedSettings()) {
      const remembered = maker.make(requestWith(settings));
      const fresh = new MapMaker().make(requestWith(settings));
      expect(JSON.stringify(remembered) === JSON.stringify(fresh), name).to.equal(true);
    }
  });

  it('is the same as before when one goes back to it, and again when one goes on', () => {
    const maker = new MapMaker();
    const steps = [4, 3, 5, 3, 4, 6, 2, 6, 4].map((values) => ({
      ...defaultMapSettings,
      values,
      pencilMm: 1,
    }));
    for (const settings of steps) {
      const fresh = JSON.stringify(new MapMaker().make(requestWith(settings)));
      expect(
        JSON.stringify(maker.make(requestWith(settings))) === fresh,
        `${settings.values} values`,
      ).to.equal(true);
    }
  });
});
