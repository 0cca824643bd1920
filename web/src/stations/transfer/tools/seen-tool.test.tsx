import { chooseInGap, putInHand } from '../../../test-bench.js';
import { workDeciding } from '../../../test-page.js';
import { expect } from 'chai';
import type { FitDecisions } from '@nobrel/core/fit';
import { stripPoints, stripPressures } from '@nobrel/core/sheets';
import type { TransferDecisions } from '@nobrel/core/transfer';
import { SeenTool } from './seen-tool.js';

function put(transfer: Partial<TransferDecisions>, fit: Partial<FitDecisions> = {}) {
  return putInHand(<SeenTool />, workDeciding({ transfer, fit }));
}
type Page = Awaited<ReturnType<typeof put>>;
const sentence = (page: Page) => page.getByRole('group', { name: 'Decisions of the tool' }).textContent;
const mark = (page: Page, point: number, pressure: number, answer: string) =>
  page.user.click(
    page.getByRole('checkbox', { name: `${stripPoints[point]}, ${stripPressures[pressure]}: ${answer}` }),
  );

describe('what will be seen through the paper', () => {
  it('is said before anything is tried, as an estimate, and by one’s own strip after', async () => {
    const page = await put({ method: 'light-box' });
    expect(sentence(page)).to.match(/through \d+ g\/m² above a drawing on .*: lines of .* mm (can|cannot)/);
    expect(page.getByText(/An estimate, until your own strip has spoken\./)).not.to.equal(null);
    await chooseInGap(page, 'Thinnest line followed', '1 mm');
    expect(page.decisions().transfer.viewer).not.to.equal(1);
    expect(page.getByText('Lines from 1 mm on can be followed with ease. By your own strip.')).not.to.equal(
      null,
    );
    await page.user.click(page.getByRole('button', { name: 'Forget the strip' }));
    expect(page.decisions().transfer.viewer).to.equal(1);
  });

  it('names ways to see more, where only broad lines were followed, and to which line each of them helps', async () => {
    const page = await put({ method: 'light-box', room: 'lit', light: 'light-box', beneathGsm: 160 });
    await chooseInGap(page, 'Thinnest line followed', '2 mm');
    const ways = [...(page.getByText('More would be seen:').nextElementSibling?.children ?? [])];
    expect(ways.map(({ textContent }) => textContent).join(' ')).to.match(
      /Darken the room\. Then from [\d.]+ mm on\./,
    );
    expect(sentence(page)).to.match(/can only just be followed|cannot be seen/);
  });

  it('is nothing on a surface that passes no light, where only the pressure is asked for', async () => {
    const page = await put({ method: 'transfer-sheet' }, { traits: { passesLight: 'none' } });
    expect(sentence(page)).to.equal(
      'Light does not pass this surface; the strip for the pressure is beside.',
    );
    expect(page.queryByText('Through the paper')).to.equal(null);
    expect(page.getByText('Pressure')).not.to.equal(null);
  });
});

describe('the pressure, by the strip', () => {
  it('is the lightest that shows and does not dent, said as soon as it is marked, and can be forgotten', async () => {
    const page = await put({ method: 'transfer-sheet', medium: 'opaque' });
    expect(page.queryByRole('button', { name: 'Forget these' })).to.equal(null);
    await mark(page, 0, 1, 'shows');
    await mark(page, 0, 3, 'dents');
    expect(page.getByRole('status').textContent).to.match(
      new RegExp(`^Use ${stripPoints[0]}, ${stripPressures[1]} \\(row 2\\): it shows and does not dent`),
    );
    await mark(page, 0, 1, 'dents');
    expect(page.getByRole('status').textContent).to.match(/^What shows dents: take a softer backing/);
    await page.user.click(page.getByRole('button', { name: 'Forget these' }));
    expect(page.decisions().transfer.strip).to.equal(null);
  });

  it('must show under the wash where the picture is painted in washes', async () => {
    const page = await put({ method: 'transfer-sheet', medium: 'pale-washes' });
    await mark(page, 1, 0, 'shows');
    expect(page.getByRole('status').textContent).to.match(/^Nothing shows under the wash/);
    await mark(page, 1, 0, 'shows under a wash');
    expect(page.getByRole('status').textContent).to.contain('it shows under the wash too and does not dent');
  });

  it('of a rubbed backing says which grade to take instead', async () => {
    const page = await put({ method: 'rubbed-backing', medium: 'opaque', grade: 'HB' });
    await mark(page, 0, 3, 'shows');
    expect(page.getByRole('status').textContent).to.match(
      /Take \w+ instead of HB: it marks with less pressure\./,
    );
  });
});
