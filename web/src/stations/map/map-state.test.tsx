import { putOnBench } from '../../test-bench.js';
import { standing } from '../../test-page.js';
import { expect } from 'chai';
import type { MapProgress } from '@nobrel/core/map';
import { lineOf, mapWith } from '@nobrel/core/testing';
import { createHeld } from '../../store/held.js';
import { MapState } from './map-state.js';

const twoLines = mapWith(300, 240, [
  lineOf([
    [0, 0],
    [300, 0],
  ]),
  lineOf(
    [
      [0, 0],
      [0, 200],
    ],
    { id: 'a2' },
  ),
]);

describe('how the map stands', () => {
  it('is what it asks of the hand, once it is made', async () => {
    const { getByRole } = await putOnBench(<MapState mapping={standing({ map: twoLines })} />);
    expect(getByRole('status').textContent).to.match(/^2 lines, 0\.5 m, about \d+ min$/);
  });

  it('says how far it has come, and can be stopped', async () => {
    let stops = 0;
    const mapping = standing({
      provisional: true,
      progress: createHeld<MapProgress | null>({ stage: 'Looking for contours', share: 0.4 }),
      stop: () => stops++,
    });
    const { getByRole, user } = await putOnBench(<MapState mapping={mapping} />);
    expect(getByRole('status').textContent).to.include('Looking for contours');
    await user.click(getByRole('button', { name: 'Stop' }));
    expect(stops).to.equal(1);
  });

  it('gives no figures of a map that is still the one before a change', async () => {
    const { getByRole } = await putOnBench(
      <MapState mapping={standing({ map: twoLines, provisional: true })} />,
    );
    expect(getByRole('status').textContent).to.equal('Preparing the map …');
  });

  it('says why there is none, or that it was stopped, and can be asked for again', async () => {
    let asked = 0;
    const makeAgain = () => asked++;
    for (const [fields, says] of [
      [{ fault: 'The picture could not be fetched.' }, 'The picture could not be fetched.'],
      [{ stopped: true }, 'Stopped; this is the map before the change.'],
    ] as const) {
      const { getByRole, user } = await putOnBench(
        <MapState mapping={standing({ ...fields, map: twoLines, makeAgain })} />,
      );
      expect(getByRole('alert').textContent).to.include(says);
      await user.click(getByRole('button', { name: 'Make it' }));
    }
    expect(asked).to.equal(2);
  });

  it('is nothing before there is anything to say', async () => {
    const { container } = await putOnBench(<MapState mapping={standing({})} />);
    expect(container.textContent).to.equal('');
  });
});
