import { putOnBench } from '../../test-bench.js';
import { workDeciding } from '../../test-page.js';
import { expect } from 'chai';
import { useState } from 'react';
import { findingsOf, roundSchema, type CheckSubject } from '@nobrel/core/check';
import { cornersOfRect } from '@nobrel/core/geometry';
import { lineOf, mapWith, trueReport } from '@nobrel/core/testing';
import type { Checked } from '../../workers/in-check-worker.js';
import { FindingsPanel } from './findings-panel.js';
import { OnCheckBench, useCheck } from './use-check.js';

/** Sixteen level lines, one below the other. */
const map = mapWith(
  200,
  180,
  Array.from({ length: 16 }, (_, k) =>
    lineOf(
      [
        [20, 10 + 10 * k],
        [60, 10 + 10 * k],
      ],
      { id: `a${k + 1}` },
    ),
  ),
);

/** All of them missing but the first, which was drawn too far right. */
const report = trueReport({
  lines: map.lines.map(({ id }, k) =>
    k === 0
      ? { id, status: 'moved', drawn: 1, dx: 4, dy: 0, off: 4, worst: 4 }
      : { id, status: 'missing', drawn: 0, dx: 0, dy: 0, off: 0, worst: 0 },
  ),
  parts: [{ lines: ['a1'], x: 40, y: 10, dx: 4, dy: 0, scale: 1, angleDeg: 0, says: '' }],
  extra: [
    {
      points: [
        [150, 100],
        [170, 100],
      ],
      length: 20,
    },
  ],
  summary: { meanOff: 4, p95Off: 4, moved: 1, missing: 15, extra: 1 },
});
const findings = findingsOf(report, map, 'mm');

const checked: Checked = {
  report,
  corners: cornersOfRect({ x: 0, y: 0, width: 200, height: 180 }),
  flat: Promise.resolve(new Blob()),
};

/** The panel beside a photograph that was looked at already. */
function Beside() {
  const bench = useCheck(map);
  const [pointedAt, setPointedAt] = useState<string | null>(null);
  return (
    <OnCheckBench value={{ ...bench, checked, findings }}>
      <FindingsPanel pointedAt={pointedAt} onPoint={setPointedAt} />
    </OnCheckBench>
  );
}

function put(of: CheckSubject = 'drawing') {
  const round = roundSchema.parse({
    id: 'r1',
    picture: 'f'.repeat(64),
    takenAt: '2026-10-18T10:00:00.000Z',
    of,
  });
  return putOnBench(<Beside />, workDeciding({ check: { of, rounds: [round] } }));
}
type Page = Awaited<ReturnType<typeof put>>;
const listed = ({ container }: Page) => [...container.querySelectorAll('ol > li [data-part="finding-says"]')];
const point = (page: Page, says: RegExp) => page.user.click(page.getByRole('button', { name: says }));
const showAll = (page: Page) => page.user.click(page.getByRole('button', { name: 'Show the other 5' }));
const settled = (page: Page) => page.decisions().check.rounds[0]?.settled;

describe('findings beside a drawing', () => {
  it('are a dozen at first, and all when asked for', async () => {
    const page = await put();
    expect(page.getByRole('heading').textContent).to.equal('17 findings');
    expect(listed(page)).to.have.length(12);
    await showAll(page);
    expect(listed(page)).to.have.length(17);
    expect(page.queryByRole('button', { name: /Show the other/ })).to.equal(null);
  });

  it('are set aside, shown again, and each is one step of undo', async () => {
    const page = await put();
    await showAll(page);
    await point(page, /4\smm too far right/);
    await page.user.click(page.getByRole('button', { name: 'Set aside' }));
    expect(settled(page)).to.deep.equal({ 'part a1': 'set-aside' });
    expect(page.getByRole('heading').textContent).to.equal('16 findings');
    await page.user.click(page.getByText('1 settled'));
    expect(page.getByText('set aside').closest('li')?.textContent).to.match(/4\u00a0mm too far right/);
    await page.user.click(page.getByRole('button', { name: 'Show again' }));
    expect(settled(page)).to.deep.equal({});
    expect(page.getByRole('heading').textContent).to.equal('17 findings');
  });

  it('that were meant so go into the map, and cannot be had back by showing them again', async () => {
    const page = await put();
    await showAll(page);
    await point(page, /Drawn, but not on the map/);
    await page.user.click(page.getByRole('button', { name: 'Meant so' }));
    const [drawn] = page.decisions().corrections.list;
    expect(drawn?.does).to.equal('draw');
    expect(Object.values(settled(page) ?? {})).to.deep.equal(['taken-over']);
    await page.user.click(page.getByText('1 settled'));
    expect(page.queryByRole('button', { name: 'Show again' })).to.equal(null);
    await point(page, /4\smm too far right/);
    await page.user.click(page.getByRole('button', { name: 'Meant so' }));
    expect(page.decisions().corrections.list.map(({ does }) => does)).to.deep.equal(['draw', 'drop', 'draw']);
  });

  it('of what came across are ticked off as they are put right, and are never meant so', async () => {
    const page = await put('transfer');
    await showAll(page);
    const box = page.getByRole('checkbox', { name: /^Put right: .*4 mm too far right/ });
    await page.user.click(box);
    expect(settled(page)).to.deep.equal({ 'part a1': 'put-right' });
    await page.user.click(listed(page)[0] ?? page.container);
    expect(page.queryByRole('button', { name: 'Meant so' })).to.equal(null);
    await page.user.click(page.getByText('1 settled'));
    expect(page.getByText('put right')).not.to.equal(null);
  });
});
