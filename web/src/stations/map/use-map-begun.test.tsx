import { putOnBench } from '../../test-bench.js';
import { standing, workDeciding } from '../../test-page.js';
import { expect } from 'chai';
import { defaultMapSettings, type MapSettings } from '@nobrel/core/map';
import { lineOf, mapWith } from '@nobrel/core/testing';
import type { Mapping } from '../../workers/use-mapping.js';
import { useWork } from '../../store/use-work.js';
import { useMapBegun } from './use-map-begun.js';

/** Contour enough to be drawn, and no values apart from each other: clean contour suits it. */
const contours = [10, 20, 30, 40].map((y) => {
  const ends: [number, number][] = [
    [5, y],
    [85, y],
  ];
  return lineOf(ends, { id: `a${y}`, of: 'contour' });
});
const map = mapWith(90, 70, contours);

function Begun({ mapping }: { mapping: Mapping }) {
  useMapBegun(useWork(), mapping);
  return null;
}

/** Decisions after the map of a work begun with some settings came in. */
async function decidedAfter(mapping: Mapping, settings: Partial<MapSettings> = {}) {
  const page = await putOnBench(<Begun mapping={mapping} />, workDeciding({ map: settings }));
  return page.decisions();
}

describe('how a map begins', () => {
  it('is as its picture reads best', async () => {
    const { map: settings, mapBegun } = await decidedAfter(standing({ map }));
    expect([mapBegun?.school, settings.mode]).to.deep.equal(['clean-contour', 'lines']);
    expect(mapBegun?.because).to.match(/within \d+ L\*/);
  });

  it('is as the painter chose, where school or detail were chosen before', async () => {
    for (const chosen of [{ detail: 0.7 }, { values: 3 }]) {
      const { map: settings, mapBegun } = await decidedAfter(standing({ map }), chosen);
      expect(settings).to.deep.equal({ ...defaultMapSettings, ...chosen });
      expect(mapBegun).to.deep.equal({ school: 'four-values-soft', because: null, calmer: null });
    }
  });

  it('waits for the finished map, and is not asked of a drawing', async () => {
    const drawing = { ...map, readAs: { kind: 'drawing' as const, certainty: 1 } };
    for (const fields of [{ map, provisional: true }, { map: null }, { map: drawing }]) {
      expect((await decidedAfter(standing(fields))).mapBegun).to.equal(null);
    }
  });
});
