import { putOnBench } from '../test-bench.js';
import { sampleWork } from '../test-page.js';
import { act, cleanup, waitFor } from '@testing-library/react';
import { expect } from 'chai';
import type { MapDocument } from '@nobrel/core/documents';
import { mapOrigin, mapRequestOf } from '@nobrel/core/file';
import { lineOf, mapWith } from '@nobrel/core/testing';
import { useHeld } from '../store/held.js';
import { useDecide, useWork } from '../store/use-work.js';
import { promised, standInFor } from '../test-worker.js';
import type { MapOrder } from './map-orders.js';
import { useMapping } from './use-mapping.js';

/** What was ordered of a worker, with what answers it. */
type Ordered = { order: MapOrder; answer: (map: MapDocument | null) => void };

const looks: Ordered[] = [];
const maps: Ordered[] = [];
function taking(orders: Ordered[]) {
  return (order: MapOrder) => {
    const { promise, keep } = promised<MapDocument | null>();
    orders.push({ order, answer: keep });
    return promise;
  };
}

/** A map of an order, told from others by how many lines it has. */
function mapOf({ order }: Ordered, lines: number): MapDocument {
  const { surface, frame } = order.placement;
  const drawn = Array.from({ length: lines }, (_, i) =>
    lineOf(
      [
        [0, i],
        [100, i],
      ],
      { id: `a${i}` },
    ),
  );
  const request = mapRequestOf(sampleWork());
  if (!request) throw new Error('The sample work cannot be mapped.');
  return {
    ...mapWith(surface.width, surface.height, drawn),
    frame,
    settings: { ...order.settings, ...mapOrigin(request) },
  };
}

function Mapped() {
  const decide = useDecide();
  const { map, provisional, progress, stopped, stop, makeAgain } = useMapping(useWork());
  const stage = useHeld(progress)?.stage;
  const values = [2, 3, 5, 6];
  return (
    <>
      <p role="status">
        {map ? `${map.lines.length} lines${provisional ? ', not finished' : ''}` : 'no map'}
      </p>
      <p>{stopped ? 'stopped' : stage}</p>
      <button onClick={stop}>Stop</button>
      <button onClick={makeAgain}>Make it</button>
      {values.map((count) => (
        <button key={count} onClick={() => decide({ room: 'map', change: { values: count } })}>
          {count} values
        </button>
      ))}
    </>
  );
}

const soon = () => act(() => new Promise((resolve) => setTimeout(resolve, 200)));
const last = (orders: readonly Ordered[]) => {
  const order = orders.at(-1);
  if (!order) throw new Error('Nothing was ordered.');
  return order;
};

describe('a map that is made anew', () => {
  const processors = (count: number) =>
    Object.defineProperty(navigator, 'hardwareConcurrency', { value: count, configurable: true });
  standInFor({
    'look-worker.ts': { look: taking(looks) },
    'map-worker.ts': { make: taking(maps), stop: () => undefined },
  });
  after(cleanup);
  beforeEach(() => {
    looks.length = 0;
    maps.length = 0;
  });

  it('is shown as a quick look first, then as it is', async () => {
    processors(8);
    const { findByText } = await putOnBench(<Mapped />);
    await waitFor(() => expect([looks.length, maps.length]).to.deep.equal([1, 1]));
    act(() => last(looks).answer(mapOf(last(looks), 3)));
    await findByText('3 lines, not finished');
    act(() => last(maps).answer(mapOf(last(maps), 40)));
    await findByText('40 lines');
  });

  it('waits for its quick look where processors are few', async () => {
    processors(2);
    const { findByText } = await putOnBench(<Mapped />);
    await waitFor(() => expect(looks.length).to.equal(1));
    await soon();
    expect(maps.length).to.equal(0);
    act(() => last(looks).answer(mapOf(last(looks), 3)));
    await findByText('3 lines, not finished');
    await waitFor(() => expect(maps.length).to.equal(1));
  });

  it('can be stopped before its quick look is there, and is then not ordered', async () => {
    processors(2);
    const { findByText, getByText } = await putOnBench(<Mapped />);
    await findByText('Reading the picture');
    act(() => getByText('Stop').click());
    await findByText('stopped');
    act(() => last(looks).answer(mapOf(last(looks), 3)));
    await soon();
    expect(maps.length).to.equal(0);
    act(() => getByText('Make it').click());
    await waitFor(() => expect(looks.length).to.equal(2));
    act(() => last(looks).answer(null));
    await waitFor(() => expect(maps.length).to.equal(1));
  });

  it('is made although its quick look could not be', async () => {
    processors(2);
    await putOnBench(<Mapped />);
    await waitFor(() => expect(looks.length).to.equal(1));
    act(() => last(looks).answer(null));
    await waitFor(() => expect(maps.length).to.equal(1));
  });

  it('is followed by looks while a limit is dragged, and ordered when it rests', async () => {
    processors(8);
    const { findByText, getByText } = await putOnBench(<Mapped />);
    await waitFor(() => expect(maps.length).to.equal(1));
    act(() => last(maps).answer(mapOf(last(maps), 40)));
    await findByText('40 lines');
    for (const count of [2, 3, 5, 6]) act(() => getByText(`${count} values`).click());
    await waitFor(() => expect(looks.map(({ order }) => order.settings.values)).to.include.members([2, 6]));
    // What it was on the way is shown, for as long as there is nothing newer.
    const first = looks.find(({ order }) => order.settings.values === 2)!;
    act(() => first.answer(mapOf(first, 7)));
    await findByText('7 lines, not finished');
    await waitFor(() => expect(last(maps).order.settings.values).to.equal(6));
    expect(maps.map(({ order }) => order.settings.values)).not.to.include(5);
    act(() => last(maps).answer(mapOf(last(maps), 60)));
    await findByText('60 lines');
  });

  it('is not covered by a quick look that comes late', async () => {
    processors(8);
    const { findByText, getByRole } = await putOnBench(<Mapped />);
    await waitFor(() => expect([looks.length, maps.length]).to.deep.equal([1, 1]));
    act(() => last(maps).answer(mapOf(last(maps), 40)));
    await findByText('40 lines');
    act(() => last(looks).answer(mapOf(last(looks), 3)));
    await soon();
    expect(getByRole('status').textContent).to.equal('40 lines');
  });
});
