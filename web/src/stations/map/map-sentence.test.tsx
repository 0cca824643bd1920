import { chooseInGap, field, putOnBench, typeInGap } from '../../test-bench.js';
import { expect } from 'chai';
import { sampleWork } from '../../test-page.js';
import { defaultMapSettings, schools } from '@nobrel/core/map';
import { MapSentence } from './map-sentence.js';

describe('the sentence at Map', () => {
  it('of a drawing has its own gaps, and no schools', async () => {
    const page = await putOnBench(<MapSentence kind="drawing" />);
    expect(page.getByRole('group', { name: 'Decisions' }).textContent).to.match(
      /^From .*: take its lines darker than .*, fainter ones .*, join ends within .*, smooth wobbles up to /,
    );
    expect(page.queryByLabelText('School')).to.equal(null);
    await typeInGap(page, 'Join ends within', '2,5 mm');
    await typeInGap(page, 'Take lines darker than', '30');
    await chooseInGap(page, 'Fainter lines are', 'dotted');
    const { map } = page.decisions();
    expect(map).to.include({ joinEndsMm: 2.5, darkerThan: 0.3, faintStrokes: 'dotted' });
  });

  it('of a drawing has the rarer ones behind More, each of which is taken', async () => {
    const page = await putOnBench(<MapSentence kind="drawing" />);
    await page.user.click(page.getByRole('button', { name: 'More' }));
    await typeInGap(page, 'Edges are soft where lines are fainter than', '60');
    await typeInGap(page, 'Make one of strokes restated within', '1.5');
    await chooseInGap(page, 'Hatching is', 'left out');
    await chooseInGap(page, 'Lines printed on the paper are', 'taken away');
    const { map } = page.decisions();
    expect(map).to.include({
      softUnder: 0.6,
      restatedMm: 1.5,
      hatching: 'dropped',
      rulings: 'taken-away',
    });
  });

  it('takes nothing beyond its limits, and says which they are', async () => {
    const page = await putOnBench(<MapSentence kind="drawing" />);
    await typeInGap(page, 'Join ends within', '90 mm');
    expect(page.getByRole('alert').textContent).to.include('20');
    expect(field(page.getByLabelText('Join ends within')).value).to.equal('90 mm');
    expect(page.decisions().map.joinEndsMm).to.equal(defaultMapSettings.joinEndsMm);
  });

  it('of a photograph gives a school all it holds at once, and is the painter’s own way after a change', async () => {
    const page = await putOnBench(<MapSentence kind="photograph" />);
    const straight = schools.find(({ id }) => id === 'straight-block-in');
    if (!straight) throw new Error('There is no school of straights.');
    await chooseInGap(page, 'School', straight.name);
    expect(page.decisions().map).to.include(straight.sets);
    await chooseInGap(page, 'Number of values', '7');
    expect(page.decisions().map.values).to.equal(7);
    expect(page.getByRole('group', { name: 'Decisions' }).textContent).to.include('my own way');
  });

  it('gives a school as little detail, in proportion, as the map began with', async () => {
    const work = sampleWork();
    const calmer = { detail: 0.4, lines: 1200 };
    work.decisions.mapBegun = { school: 'four-values-soft', because: null, calmer };
    const page = await putOnBench(<MapSentence kind="photograph" />, work);
    const all = schools.find(({ id }) => id === 'everything-now');
    if (!all) throw new Error('There is no school of everything now.');
    await chooseInGap(page, 'School', all.name);
    expect(page.decisions().map).to.include({ ...all.sets, detail: 0.56 });
    expect(page.getByRole('group', { name: 'Decisions' }).textContent).to.include(all.name);
  });

  it('asks what the reference is before it is known, and says what it looks like after', async () => {
    const before = await putOnBench(<MapSentence kind={null} />);
    expect(before.getByTitle('what it looks like')).not.to.equal(null);
    const page = await putOnBench(<MapSentence kind="photograph" />);
    expect(page.getByTitle('a photograph, as it looks')).not.to.equal(null);
    await chooseInGap(page, 'The reference is', 'a drawing');
    expect(page.decisions().map.reference).to.equal('drawing');
  });
});
