import { expect } from 'chai';
import { sceneConditions, type MapAccuracy } from '@nobrel/core/testing';
import { accuracyUnder } from './accuracy-under.js';

const seeds = [1, 2, 3];

describe('the map on fifteen scenes whose truth is known, in curves', () => {
  const found: MapAccuracy[] = [];
  for (const condition of sceneConditions)
    for (const seed of seeds)
      it(`has every shape closed and no end in the air: ${condition}, ${seed}`, async () => {
        const one = await accuracyUnder(condition, seed, 'curved');
        found.push(one);
        expect(one.recall).to.be.at.least(0.985);
        expect(one.precision).to.be.at.least(0.985);
        expect([one.dangling, one.openRings]).to.deep.equal([0, 0]);
        expect(one.hardMean).to.be.at.most(0.04);
      });

  it('reaches what the docs say, over all of them', () => {
    expect(found.length).to.equal(sceneConditions.length * seeds.length);
    const mean = (of: keyof MapAccuracy) => found.reduce((sum, one) => sum + one[of], 0) / found.length;
    expect(mean('recall')).to.be.at.least(0.995);
    expect(mean('precision')).to.be.at.least(0.995);
    expect(mean('hardMean')).to.be.at.most(0.04);
    expect(mean('hard95')).to.be.at.most(0.1);
    expect(mean('softMean')).to.be.at.most(0.25);
    expect(mean('doubled')).to.be.at.most(0.002);
    expect(mean('qualityRight')).to.be.at.least(0.97);
  });
});
