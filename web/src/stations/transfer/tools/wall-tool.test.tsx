import { putInHand, typeInGap } from '../../../test-bench.js';
import { workDeciding } from '../../../test-page.js';
import { expect } from 'chai';
import type { FitDecisions } from '@nobrel/core/fit';
import { project, type TransferDecisions } from '@nobrel/core/transfer';
import { SeenTool } from './seen-tool.js';

function put(transfer: Partial<TransferDecisions>, fit: Partial<FitDecisions> = {}) {
  const mural = { widthMm: 2000, heightMm: 1500, ...fit };
  return putInHand(
    <SeenTool />,
    workDeciding({ fit: mural, transfer: { method: 'projector', ...transfer } }),
  );
}
const panel = (page: Awaited<ReturnType<typeof put>>) =>
  page.getByRole('region', { name: 'What the projection comes to' }).textContent ?? '';

describe('what will be on the wall', () => {
  it('says where the projector stands and how broad its pixel is, by its throw and its pixels', async () => {
    const page = await put({ throwRatio: 1.5, pixelsAcross: 1920, pixelsDown: 1080 });
    const { distanceMm, mmPerPixel } = project({
      ...page.decisions().transfer,
      widthMm: 2000,
      heightMm: 1500,
    });
    expect(panel(page)).to.contain(`A pixel is ${mmPerPixel.toFixed(2)} mm there.`);
    expect(panel(page).replace(/\s/g, '')).to.contain(`Standit${Math.round(distanceMm)}`);
    await typeInGap(page, 'Throw ratio', '3');
    expect(page.decisions().transfer.throwRatio).to.equal(3);
    expect(panel(page).replace(/\s/g, '')).to.contain(`Standit${Math.round(2 * distanceMm)}`);
  });

  it('says so where a pixel is broader than the line', async () => {
    const fine = await put({ pixelsAcross: 3840, pixelsDown: 2160 }, { widthMm: 400, heightMm: 300 });
    expect(panel(fine)).to.match(/A line of [\d.]+ mm is [\d.]+ pixels wide\./);
    const coarse = await put({ pixelsAcross: 800, pixelsDown: 600 }, { widthMm: 4000, heightMm: 3000 });
    expect(panel(coarse)).to.contain('curves come out in steps. Project in sections, each nearer.');
  });

  it('says what a tilt does, and that a hand can put a small one right', async () => {
    expect(panel(await put({ tiltDeg: 0 }))).not.to.contain('Tilted like this');
    expect(panel(await put({ tiltDeg: 10 }))).to.contain('Stand it square');
    const page = await put({ tiltDeg: 0.5 }, { widthMm: 100, heightMm: 80 });
    expect(panel(page)).to.contain('A hand can put that right.');
  });

  it('parts a wall into positions, the fewer the larger the picture, and says why where they are too many', async () => {
    const page = await put({ projection: 'positions', pictureWidthMm: 900, overlapPercent: 15 });
    const count = Number(/shown in (\d+) positions/.exec(panel(page))?.[1]);
    expect(count).to.be.greaterThan(3);
    await typeInGap(page, 'Width of the projector’s picture', '1400');
    expect(Number(/shown in (\d+) positions/.exec(panel(page))?.[1])).to.be.lessThan(count);
    const hall = { widthMm: 9000, heightMm: 6000 };
    const many = await put({ projection: 'positions', pictureWidthMm: 300, overlapPercent: 30 }, hall);
    expect(many.getByRole('alert').textContent).to.match(
      /^That would be \d+ positions: stand the projector farther back/,
    );
  });

  it('finds the throw ratio by two measured pictures, and takes no two that cannot be', async () => {
    const page = await put({ throwRatio: 1.2 });
    await typeInGap(page, 'Near picture: width', '500');
    await typeInGap(page, 'Far picture: width', '1000');
    expect(panel(page)).to.contain('That is a throw ratio of 2.00.');
    await page.user.click(page.getByRole('button', { name: 'Take it' }));
    expect(page.decisions().transfer.throwRatio).to.equal(2);
    await typeInGap(page, 'Far picture: width', '500');
    expect(page.getByRole('alert').textContent).to.match(/\w/);
    expect(page.queryByRole('button', { name: 'Take it' })).to.equal(null);
    await typeInGap(page, 'Far picture: width', '10');
    expect(
      page
        .getAllByRole('alert')
        .map(({ textContent }) => textContent)
        .join(' '),
    ).to.contain('from 50 mm to 50 m');
  });
});
