import { chooseInGap, field, putOnBench, typeInGap } from '../../../test-bench.js';
import { expect } from 'chai';
import { supplyKinds, type NewSupply } from '@nobrel/core/file';
import { AddSupply } from './add-supply.js';

async function put(isTaken = true) {
  const added: NewSupply[] = [];
  const page = await putOnBench(
    <AddSupply
      onAdd={(supply) => {
        added.push(supply);
        return Promise.resolve(isTaken);
      }}
    />,
  );
  return { ...page, added };
}
type Page = Awaited<ReturnType<typeof put>>;
const add = ({ user, getByRole }: Page) => user.click(getByRole('button', { name: 'Add it' }));
const name = ({ getByLabelText }: Page) => field(getByLabelText('Name of the supply')).value;

describe('counting a supply', () => {
  it('takes it with its particulars in any unit, and begins another', async () => {
    const page = await put();
    await typeInGap(page, 'Name of the supply', 'Heron No. 4');
    await typeInGap(page, 'How much is there', '12');
    await typeInGap(page, 'Its width', '50 cm');
    await add(page);
    expect(page.added).to.have.length(1);
    expect(page.added[0]).to.deep.include({
      ...{ kind: 'transfer-sheet', name: 'Heron No. 4', counted: 12, widthMm: 500, heightMm: 297 },
      low: supplyKinds['transfer-sheet'].usualLow,
    });
    expect(name(page)).to.equal('');
  });

  it('says what is missing, and keeps what was typed until it was taken', async () => {
    const page = await put(false);
    await add(page);
    expect(page.getByRole('alert').textContent).to.include('A supply needs a name.');
    expect(page.added).to.deep.equal([]);
    await typeInGap(page, 'Name of the supply', 'Heron No. 4');
    await add(page);
    // The server did not take it.
    expect(page.added).to.have.length(1);
    expect(name(page)).to.equal('Heron No. 4');
  });

  it('asks of each kind what matters there, and refuses a size beyond reason', async () => {
    const page = await put();
    await typeInGap(page, 'Its width', '90 m');
    expect(page.getByRole('alert').textContent).to.include('1 cm to 20 m');
    await typeInGap(page, 'Name of the supply', 'Marsh');
    await chooseInGap(page, 'Kind of supply', supplyKinds['print-paper'].name.toLowerCase());
    expect(page.queryByLabelText('Its width')).to.equal(null);
    expect(page.getByLabelText('Its format')).not.to.equal(null);
    expect(name(page)).to.equal('Marsh');
    await add(page);
    expect(page.added[0]).to.deep.include({ kind: 'print-paper', name: 'Marsh', paper: null });
  });
});
