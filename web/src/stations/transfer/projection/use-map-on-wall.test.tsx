import { putOnBench } from '../../../test-bench.js';
import { sampleWork } from '../../../test-page.js';
import { Provider } from 'react-redux';
import type { MapSummary } from '@nobrel/core/file';
import { lineOf, mapWith } from '@nobrel/core/testing';
import { changeKept } from '../../../store/api/work.js';
import { useMapOnWall } from './use-map-on-wall.js';

const summaryOf = (version: number): MapSummary => ({
  version,
  name: null,
  ...{ lines: version, lifts: version, metres: 1, minutes: 1 },
  madeAt: `2026-10-17T15:00:0${version}.000Z`,
});
/** A map with as many lines as its version says. */
const mapOf = (version: number) =>
  mapWith(
    100,
    80,
    Array.from({ length: version }, (_, k) =>
      lineOf(
        [
          [0, k],
          [100, k],
        ],
        { id: `a${k + 1}` },
      ),
    ),
  );

function OnWall() {
  return <p role="status">{useMapOnWall()?.lines.length ?? 'none'}</p>;
}

describe('the map on the wall', () => {
  it('is the newest, also where another was made while the one before it was being fetched', async () => {
    const work = { ...sampleWork(), map: summaryOf(1) };
    let version = 1;
    let hold: Promise<unknown> = Promise.resolve();
    const page = await putOnBench(null, work);
    globalThis.fetch = async () => {
      const body = JSON.stringify({ summary: summaryOf(version), document: mapOf(version) });
      await hold;
      return new Response(body, { headers: { 'Content-Type': 'application/json' } });
    };
    page.rerender(
      <Provider store={page.store}>
        <OnWall />
      </Provider>,
    );
    await page.findByText('1');
    let letGo = () => undefined as void;
    hold = new Promise<void>((resolve) => {
      letGo = resolve;
    });
    const made = (now: number) => {
      version = now;
      page.store.dispatch(changeKept(work.id, (kept) => void (kept.map = summaryOf(now))));
    };
    made(2);
    await new Promise((resolve) => setTimeout(resolve, 50));
    made(3);
    await new Promise((resolve) => setTimeout(resolve, 50));
    letGo();
    await page.findByText('3');
  });
});
