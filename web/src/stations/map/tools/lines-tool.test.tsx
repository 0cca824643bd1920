import { putInHand } from '../../../test-bench.js';
import { sampleWork } from '../../../test-page.js';
import { expect } from 'chai';
import { layOut } from '@nobrel/core/fit';
import { lineOf, mapWith } from '@nobrel/core/testing';
import type { MapDocument, MapLine } from '@nobrel/core/documents';
import { OnBench } from '../bench-map.js';
import { LinesTool, tellLine } from './lines-tool.js';
import { workOf } from '../../../store/work-state.js';

/** A worker that is never asked: the picture of an unfinished map is not read. */
class IdleWorker extends EventTarget {
  postMessage = () => undefined;
  terminate = () => undefined;
}

const level = (id: string, y: number, weight: number, more: Partial<MapLine> = {}) => {
  const ends: [number, number][] = [
    [20, y],
    [220, y],
  ];
  return lineOf(ends, { id, weight, ...more });
};
const map = mapWith(300, 240, [
  level('light', 20, 0.2),
  level('heavy', 60, 0.9),
  level('frame', 100, 1, { kind: 'frame' }),
  level('c-7', 140, 0.5, { byHand: true }),
]);

function put(shown: MapDocument | null = map) {
  const work = sampleWork();
  const { decisions } = work;
  const layout = layOut({ width: 400, height: 300 }, decisions.fit);
  return putInHand(
    <OnBench value={{ map: shown, provisional: true, layout }}>
      <LinesTool />
    </OnBench>,
    work,
  );
}
type Page = Awaited<ReturnType<typeof put>>;
const said = (page: Page) => page.getByRole('status').textContent ?? '';
const changes = (page: Page) => page.decisions().corrections.list.map(({ does }) => does);

describe('the tool Lines', () => {
  before(() => Object.assign(globalThis, { Worker: IdleWorker }));
  after(() => Reflect.deleteProperty(globalThis, 'Worker'));

  it('steps through the lines by key, those that matter most first, round and back, and never the frame', async () => {
    const page = await put();
    expect(said(page)).to.match(/^Click a line, or step through them/);
    const seen: string[] = [];
    for (let i = 0; i < 4; i++) {
      await page.user.keyboard('n');
      seen.push(said(page));
    }
    expect(seen.map((words) => words.slice(0, 13))).to.deep.equal([
      'Line 1 of 3: ',
      'Line 2 of 3: ',
      'Line 3 of 3: ',
      'Line 1 of 3: ',
    ]);
    expect(seen[0]).to.contain('weighs 0.90');
    await page.user.keyboard('b');
    expect(said(page)).to.contain('weighs 0.20');
  });

  it('corrects the line in hand by key and by button, each a step of its own', async () => {
    const page = await put();
    await page.user.keyboard('x');
    expect(changes(page), 'no line is in hand yet').to.deep.equal([]);
    await page.user.keyboard('n');
    await page.user.keyboard('x');
    await page.user.keyboard('s');
    await page.user.click(page.getByRole('button', { name: 'Keep (K)' }));
    expect(changes(page)).to.deep.equal(['drop', 'edge', 'keep']);
    expect(workOf(page.store.getState()).past).to.have.length(3);
  });

  it('offers to take away only what was drawn by hand, and no side in front where both are one', async () => {
    const page = await put();
    await page.user.keyboard('n');
    expect(page.queryByRole('button', { name: 'Remove (Del)' })).to.equal(null);
    expect(page.getByRole('button', { name: /in front/ }).hasAttribute('disabled')).to.equal(true);
    await page.user.keyboard('n');
    expect(said(page)).to.contain('by hand');
    expect(page.getByRole('button', { name: 'Remove (Del)' })).not.to.equal(null);
  });

  it('says nothing of a map that is not there yet', async () => {
    const page = await put(null);
    await page.user.keyboard('n');
    expect(said(page)).to.match(/^Click a line/);
  });
});

describe('what is known of a line', () => {
  it('says why it is left out, whatever the reason', () => {
    const reasons = ['hand', 'time', 'little', 'excluded', 'shadow', 'stroke', 'short'] as const;
    const words = reasons.map((leftOut) => tellLine(level('a', 20, 0.5, { kept: false, leftOut })));
    expect(new Set(words).size).to.equal(reasons.length);
    for (const text of words)
      expect(text).to.match(/^hard, boundary, 200 mm, contrast 50 L\*, 0\.3 mm wide, .+, .+/);
  });

  it('says the colours and the width only where they were measured', () => {
    expect(tellLine(level('a', 20, 0.5))).not.to.match(/colours|middle/);
    const text = tellLine(level('a', 20, 0.5, { colour: 14.4, width: 0.62, part: 'silhouette' }));
    expect(text)
      .to.contain('silhouette')
      .and.to.contain('colours differ by 14')
      .and.to.contain('middle of 0.6 mm');
  });
});
