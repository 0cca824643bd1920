import { putOnBench } from '../../../test-bench.js';
import { sampleWork } from '../../../test-page.js';
import { act, cleanup, fireEvent, waitFor } from '@testing-library/react';
import { expect } from 'chai';
import { useState } from 'react';
import { layOut } from '@nobrel/core/fit';
import { lineOf, mapWith } from '@nobrel/core/testing';
import type { MapLine } from '@nobrel/core/documents';
import { Hand, ToolPanel, useInHand } from '../../../leaves/in-hand.js';
import { standInFor } from '../../../test-worker.js';
import { OnBench } from '../bench-map.js';
import { LookTool } from './look-tool.js';

const level = (id: string, y: number, from: number): MapLine => {
  const ends: [number, number][] = [
    [20, y],
    [220, y],
  ];
  return lineOf(ends, { id, from });
};
const silhouette = level('silhouette', 20, 0.1);
const part = level('part', 60, 0.5);
const speck = level('speck', 100, 0.6);
const usual = mapWith(300, 240, [silhouette, part]);
const whole = mapWith(300, 240, [silhouette, part, speck]);

/** The tool on a bench whose map is made anew and finished when the test says so. */
function OnOwnBench() {
  const [provisional, setProvisional] = useState(false);
  const layout = layOut({ width: 400, height: 300 }, sampleWork().decisions.fit);
  return (
    <OnBench value={{ map: usual, provisional, layout }}>
      <Hand>
        <LookTool />
        <ToolPanel />
        <Drawn />
      </Hand>
      <button onClick={() => setProvisional((now) => !now)}>make or finish</button>
    </OnBench>
  );
}

/** What the tool has drawn in place of the map there is. */
function Drawn() {
  const { map } = useInHand();
  return <output>{map ? map.lines.map(({ id }) => id).join(' ') : 'the map there is'}</output>;
}

describe('the slider of detail', () => {
  let asked = 0;
  standInFor({
    'map-worker.ts': {
      ready: () => true,
      // A page of tests has no canvas for the chart.
      contourLengths: () => null,
      detailed: () => {
        asked++;
        return whole;
      },
    },
  });
  after(cleanup);

  it('draws at once what it is moved to, and goes on until that map is made', async () => {
    const page = await putOnBench(<OnOwnBench />);
    const drawn = () => page.getByRole('status').textContent;
    const slider = page.getByRole('slider', { name: 'How much detail is drawn' });
    expect(drawn()).to.equal('the map there is');
    // The whole is made ready before anyone asks.
    await waitFor(() => expect(asked).to.equal(1), { timeout: 10_000 });
    await act(() => new Promise((resolve) => setTimeout(resolve, 50)));
    const press = () => {
      fireEvent.keyDown(slider, { key: 'ArrowRight', keyCode: 39 });
      fireEvent.keyUp(slider, { key: 'ArrowRight', keyCode: 39 });
    };
    press();
    press();
    await waitFor(() => expect(page.decisions().map.detail).to.equal(0.6));
    await page.user.click(page.getByRole('button', { name: 'make or finish' }));
    expect(drawn()).to.equal('silhouette part speck');
    press();
    for (let i = 0; i < 4; i++) fireEvent.keyDown(slider, { key: 'ArrowLeft', keyCode: 37 });
    fireEvent.keyUp(slider, { key: 'ArrowLeft', keyCode: 37 });
    await waitFor(() => expect(page.decisions().map.detail).to.be.closeTo(0.45, 1e-9));
    expect(drawn()).to.equal('silhouette');
    await page.user.click(page.getByRole('button', { name: 'make or finish' }));
    expect(drawn()).to.equal('the map there is');
    expect(asked).to.equal(1);
  });
});
