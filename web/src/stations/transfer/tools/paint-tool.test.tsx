import { chooseInGap, putInHand } from '../../../test-bench.js';
import { workDeciding } from '../../../test-page.js';
import { within } from '@testing-library/react';
import { expect } from 'chai';
import { lineOf, mapWith } from '@nobrel/core/testing';
import { lineStrengths } from '@nobrel/core/sheets';
import type { TransferDecisions } from '@nobrel/core/transfer';
import { OnTransferBench } from '../use-transfer.js';
import { PaintTool } from './paint-tool.js';

/** Two level lines, 300 mm together. */
const level = (id: string, y: number, lengthMm: number) => {
  const ends: [number, number][] = [
    [20, y],
    [20 + lengthMm, y],
  ];
  return lineOf(ends, { id });
};
const map = mapWith(300, 240, [level('a1', 20, 200), level('a2', 60, 100)]);

function put(transfer: Partial<TransferDecisions> = {}, shown = true) {
  return putInHand(
    <OnTransferBench value={shown ? map : undefined}>
      <PaintTool />
    </OnTransferBench>,
    workDeciding({ transfer }),
  );
}
type Page = Awaited<ReturnType<typeof put>>;
const toningColour = (page: Page) => page.queryByRole('button', { name: /^Colour of the toning wash: #/ });
const rows = (page: Page) =>
  lineStrengths.map((id) => {
    const row = page.getByRole('row', { name: new RegExp(`^${id} `) });
    return within(row)
      .getAllByRole('cell')
      .map((cell) => cell.textContent?.trim() ?? '');
  });

describe('how dark to draw each line', () => {
  it('waits for the map', async () => {
    const page = await put({}, false);
    expect(page.getByRole('status').textContent).to.equal('Opening the map…');
  });

  it('counts every line and its length once, whatever the paint', async () => {
    for (const medium of ['pale-washes', 'opaque', 'ink', 'pastel'] as const) {
      const page = await put({ medium });
      const counted = rows(page).map(([, lines, length]) => [Number(lines), parseFloat(length ?? '')]);
      expect(
        counted.reduce((sum, [lines = 0]) => sum + lines, 0),
        medium,
      ).to.equal(2);
      expect(
        counted.reduce((sum, [, metres = 0]) => sum + metres, 0),
        medium,
      ).to.be.closeTo(0.3, 0.051);
    }
  });

  it('has a toning wash with its colour, and a view of it, only where one is laid', async () => {
    const page = await put();
    expect(toningColour(page)).to.equal(null);
    await chooseInGap(page, 'Toning wash', 'with a wash');
    expect(page.decisions().transfer.toning).to.match(/^#[0-9a-f]{6}$/);
    expect(toningColour(page)).not.to.equal(null);
    await chooseInGap(page, 'What is shown', 'the toning wash over it');
    expect(page.getByRole('img', { name: 'Under the toning wash' })).not.to.equal(null);
    // Without its wash the view falls back to the bare drawing.
    await chooseInGap(page, 'Toning wash', 'with nothing');
    expect(page.getByRole('img', { name: 'Bare drawing' })).not.to.equal(null);
  });

  it('is shown under every layer', async () => {
    const page = await put();
    for (const [words, title] of [
      ['the bare drawing', 'Bare drawing'],
      ['the first layer over it', 'Under the first layer'],
      ['the finished picture', 'At the end'],
      ['how dark to draw each line', 'How dark to draw'],
    ] as const) {
      await chooseInGap(page, 'What is shown', words);
      expect(
        page.getByRole('img', { name: title }).querySelector('path, polyline, line'),
        title,
      ).not.to.equal(null);
    }
  });

  it('goes by one’s own try once there is one, which can be forgotten', async () => {
    const page = await put({ medium: 'pale-washes' });
    const before = rows(page);
    await chooseInGap(page, 'Faintest line followed through the first layer', 'firm');
    expect(page.decisions().transfer.firstLayer).to.equal('firm');
    expect(rows(page).map(([, lines]) => lines)).to.deep.equal(['0', '0', '2']);
    await page.user.click(page.getByRole('button', { name: 'Forget the try' }));
    expect(page.decisions().transfer.firstLayer).to.equal(null);
    expect(rows(page)).to.deep.equal(before);
  });

  it('is printed like this when asked for', async () => {
    const page = await put();
    const print = page.getByRole('switch', { name: 'Print the outline like this' });
    await page.user.click(print);
    expect(page.decisions().sheets.strengths).to.equal('paint');
    await page.user.click(print);
    expect(page.decisions().sheets.strengths).to.equal('alike');
  });
});
