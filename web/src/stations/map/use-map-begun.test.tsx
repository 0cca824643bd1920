import { putOnBench } from '../../test-bench.js';
import { sampleWork } from '../../test-page.js';
import { expect } from 'chai';
import { MapMaker, defaultMapSettings, type MapSettings } from '@nobrel/core/map';
import { disc, photograph, rectangle } from '@nobrel/core/testing';
import type { Mapping } from '../../workers/use-mapping.js';
import { useWork } from '../../store/hooks.js';
import { useMapBegun } from './use-map-begun.js';

/** The map of two things whose values lie close together: clean contour suits it. */
function pale(settings: MapSettings) {
  const frame = { x: 0, y: 0, width: 90, height: 70 };
  const shapes = [
    { distance: disc(28, 35, 20), lightness: 68, blurMm: 0.15 },
    { distance: rectangle(66, 35, 15, 24), lightness: 78, blurMm: 0.15 },
  ];
  const picture = photograph({ widthMm: 90, heightMm: 70, ground: 88, shapes }, 4, 2);
  return new MapMaker().make({
    picture,
    pictureKey: 'pale',
    window: { x: 0, y: 0, width: picture.width, height: picture.height },
    placement: { surface: frame, frame },
    settings,
  });
}

const pictured = pale(defaultMapSettings);
const finished: Mapping = {
  map: pictured,
  provisional: false,
  progress: null,
  stopped: false,
  fault: null,
  stop: () => undefined,
  makeAgain: () => undefined,
};

function Begun({ mapping }: { mapping: Mapping }) {
  useMapBegun(useWork(), mapping);
  return null;
}

/** Decisions after the map of a work begun with some settings came in. */
async function decidedAfter(mapping: Mapping, settings: Partial<MapSettings> = {}) {
  const work = sampleWork();
  Object.assign(work.decisions.map, settings);
  const page = await putOnBench(<Begun mapping={mapping} />, work);
  return page.decisions();
}

describe('how a map begins', () => {
  it('is as its picture reads best', async () => {
    const { map, mapBegun } = await decidedAfter(finished);
    expect([mapBegun?.school, map.mode]).to.deep.equal(['clean-contour', 'lines']);
    expect(mapBegun?.because).to.match(/within \d+ L\*/);
  });

  it('is as the painter chose, where school or detail were chosen before', async () => {
    for (const settings of [{ detail: 0.7 }, { values: 3 }]) {
      const { map, mapBegun } = await decidedAfter(finished, settings);
      expect(map).to.deep.equal({ ...defaultMapSettings, ...settings });
      expect(mapBegun).to.deep.equal({ school: 'four-values-soft', because: null, calmer: null });
    }
  });

  it('waits for the finished map, and is not asked of a drawing', async () => {
    const drawing = { ...pictured, readAs: { kind: 'drawing' as const, certainty: 1 } };
    for (const mapping of [
      { ...finished, provisional: true },
      { ...finished, map: null },
      { ...finished, map: drawing },
    ]) {
      expect((await decidedAfter(mapping)).mapBegun).to.equal(null);
    }
  });
});
