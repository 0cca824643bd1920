import { chooseInGap, putOnBench, typeInGap } from '../../../test-bench.js';
import { sampleCard } from '../../../test-page.js';
import { fireEvent } from '@testing-library/react';
import { expect } from 'chai';
import { useLocation } from 'react-router';
import { everyWork, type Card, type DamagedCard } from '@nobrel/core/file';
import { FindSentence } from './find-sentence.js';
import { useWanted } from './use-wanted.js';

const damaged: DamagedCard = {
  id: 'bad',
  title: 'bad',
  changedAt: '2026-10-17T15:00:00.000Z',
  damaged: 'No.',
};

/** The sentence as it stands over the file: what is looked for is kept in the address. */
async function put(works: readonly (Card | DamagedCard)[] = []) {
  let wanted = everyWork;
  let address = '';
  function Kept() {
    const [now, want] = useWanted();
    wanted = now;
    address = useLocation().search;
    return <FindSentence works={works} wanted={now} onWant={want} />;
  }
  return { ...(await putOnBench(<Kept />)), wanted: () => wanted, address: () => address };
}

describe('what is looked for in the file', () => {
  it('is every work in hand at first, and nothing need be let go of', async () => {
    const page = await put();
    expect(page.wanted()).to.deep.equal({ ...everyWork, drawer: 'in-hand' });
    expect(page.queryByRole('button', { name: 'Find everything' })).to.equal(null);
  });

  it('is said by words, stage, surface, method and order, kept in the address, and let go of at once', async () => {
    const page = await put();
    await page.user.type(page.getByLabelText('Words to find'), 'lantern');
    await chooseInGap(page, 'Surface', 'cold-pressed watercolour paper');
    await chooseInGap(page, 'Method', 'prick and pounce');
    await chooseInGap(page, 'In which order', 'the largest first');
    expect(page.wanted()).to.deep.include({
      words: 'lantern',
      surface: 'cold-pressed',
      method: 'prick-and-pounce',
      order: 'size',
    });
    expect(page.address()).to.include('words=lantern').and.to.include('method=prick-and-pounce');
    await page.user.click(page.getByRole('button', { name: 'Find everything' }));
    // How they are shown is not what is looked for.
    expect(page.wanted()).to.deep.equal({ ...everyWork, drawer: 'in-hand', order: 'size' });
    expect(page.queryByRole('button', { name: 'Find everything' })).to.equal(null);
  });

  it('is narrowed further by tags of the works there are, sizes and days', async () => {
    const page = await put([
      sampleCard('one', { tags: ['metal', 'glass'] }),
      sampleCard('two', { tags: ['glass'] }),
      damaged,
    ]);
    await page.user.click(page.getByRole('button', { name: 'More' }));
    await page.user.click(page.getByLabelText('Tag'));
    const offered = [...document.querySelectorAll('.ant-select-item-option-content')].map(
      ({ textContent }) => textContent,
    );
    expect(offered.slice(-3)).to.deep.equal(['anything', 'glass', 'metal']);
    await page.user.click(await page.findByTitle('glass'));
    await typeInGap(page, 'Longer side from', '200');
    fireEvent.change(page.getByLabelText('Changed up to'), { target: { value: '2026-11-30' } });
    await page.user.click(page.getByRole('checkbox', { name: 'Group by series' }));
    expect(page.wanted()).to.deep.include({ tag: 'glass', minMm: 200, to: '2026-11-30', bySeries: true });
    await typeInGap(page, 'Longer side from', 'any length');
    expect(page.wanted().minMm).to.equal(null);
  });

  it('is taken as it is typed where it can be read, and said where it cannot', async () => {
    const page = await put();
    await page.user.click(page.getByRole('button', { name: 'More' }));
    await typeInGap(page, 'Longer side up to', '0');
    expect(page.getByRole('alert').textContent).to.include('from 1 to 20000');
    expect(page.wanted().maxMm).to.equal(null);
  });
});
