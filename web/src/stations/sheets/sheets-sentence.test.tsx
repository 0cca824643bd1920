import { chooseInGap, field, putOnBench, typeInGap } from '../../test-bench.js';
import { expect } from 'chai';
import { isTiled, sheetKindIds, sheetKinds, type SheetDecisions } from '@nobrel/core/sheets';
import { sampleWork } from '../../test-page.js';
import { useDecide, useDecisions } from '../../store/use-work.js';
import { SheetsSentence } from './sheets-sentence.js';

function OnBench({ ofDrawing = false }: { ofDrawing?: boolean }) {
  const decide = useDecide();
  return (
    <SheetsSentence
      sheets={useDecisions('sheets')}
      change={(change) => decide({ room: 'sheets', change })}
      ofDrawing={ofDrawing}
    >
      {null}
    </SheetsSentence>
  );
}

const printing = (change: Partial<SheetDecisions>) => {
  const work = sampleWork();
  const { decisions } = work;
  return { ...work, decisions: { ...decisions, sheets: { ...decisions.sheets, ...change } } };
};

describe('the sentence at Sheets', () => {
  it('asks of every kind what belongs to it, and how tiles lie only where there are tiles', async () => {
    for (const kind of sheetKindIds) {
      const page = await putOnBench(<OnBench />, printing({ kind }));
      const says = page.getByRole('group', { name: 'Decisions' }).textContent;
      expect(says, kind).to.include(sheetKinds[kind].words);
      expect(says?.includes('neighbours overlapping by'), kind).to.equal(isTiled(kind));
      expect(page.queryAllByRole('alert'), kind).to.deep.equal([]);
    }
  });

  it('takes an overlap in any unit, and none that a sheet has no room for', async () => {
    const page = await putOnBench(<OnBench />, printing({ kind: 'outline' }));
    await typeInGap(page, 'Overlap', '1.5 cm');
    expect(page.decisions().sheets.overlapMm).to.equal(15);
    await typeInGap(page, 'Overlap', '90 cm');
    expect(page.getByRole('alert').textContent).to.include('100 mm');
    expect(page.decisions().sheets.overlapMm).to.equal(15);
    expect(field(page.getByLabelText('Overlap')).value).to.equal('90 cm');
  });

  it('asks for the size of a paper of one’s own, and not of others', async () => {
    const page = await putOnBench(<OnBench />, printing({ kind: 'outline' }));
    expect(page.queryByLabelText('Width of the paper')).to.equal(null);
    await chooseInGap(page, 'Paper of the printer', 'A3');
    expect(page.decisions().sheets.paper).to.equal('a3');
    await page.user.click(page.getByRole('button', { name: 'More' }));
    await chooseInGap(page, 'Paper', 'landscape');
    expect(page.decisions().sheets.orientation).to.equal('landscape');
    await chooseInGap(page, 'Paper of the printer', 'paper of your own size');
    await typeInGap(page, 'Width of the paper', '33 cm');
    expect(page.decisions().sheets.customMm.widthMm).to.equal(330);
  });

  it('corrects a printer once one was measured', async () => {
    const page = await putOnBench(<OnBench />, printing({ kind: 'outline' }));
    await page.user.click(page.getByRole('button', { name: 'More' }));
    const correct = page.getByRole('switch', { name: 'Correct this printer' });
    expect(correct.hasAttribute('disabled')).to.equal(true);
    expect(page.getByText('none measured yet: use the tool Calibrate')).not.to.equal(null);
  });
});
