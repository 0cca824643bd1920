import { field, putOnBench } from '../../test-bench.js';
import { expect } from 'chai';
import { useState } from 'react';
import { checkDecisionsSchema } from '@nobrel/core/check';
import { gridSchema } from '@nobrel/core/fit';
import { mapSettingsSchema } from '@nobrel/core/map';
import { useDecide, useDecisions } from '../../store/use-work.js';
import { unitChosen } from '../../store/view-slice.js';
import { DecisionGap } from './decision-gap.js';
import { LengthGap, NumberGap } from './gaps.js';
import { SizeGap } from './size-gap.js';

function Width({ onTaken }: { onTaken: (mm: number) => void }) {
  const [mm, setMm] = useState(300);
  return (
    <LengthGap
      label="Width"
      valueMm={mm}
      check={(typed) => (typed > 0 && typed <= 2000 ? null : 'Type a length up to 2000 mm.')}
      onChange={(typed) => {
        setMm(typed);
        onTaken(typed);
      }}
    />
  );
}

describe('a gap for a size', () => {
  it('offers formats while one types, and puts them away once the size is taken', async () => {
    const taken: [number, number][] = [];
    const { user, getByLabelText, findByTitle } = await putOnBench(
      <SizeGap
        label="Surface"
        size={{ widthMm: 300, heightMm: 240 }}
        check={() => null}
        onChange={({ widthMm, heightMm }) => taken.push([widthMm, heightMm])}
      />,
    );
    const gap = field(getByLabelText('Surface'));
    await user.clear(gap);
    await user.keyboard('A4');
    await findByTitle('A4, 297 × 210 mm');
    expect(gap.getAttribute('aria-expanded')).to.equal('true');
    await user.clear(gap);
    await user.keyboard('560 x 760 mm{Enter}');
    expect(taken).to.deep.equal([[560, 760]]);
    expect(gap.getAttribute('aria-expanded')).to.equal('false');
  });
});

describe('a gap for a length', () => {
  const ways: readonly (readonly [string, number])[] = [
    ['25 cm', 250],
    ['12 in', 304.8],
    ['12 1/2"', 317.5],
    ['0,5 m', 500],
    ['410', 410],
  ];
  for (const [typed, mm] of ways)
    it(`takes ${typed} as ${mm} mm`, async () => {
      const taken: number[] = [];
      const { user, getByLabelText } = await putOnBench(<Width onTaken={(value) => taken.push(value)} />);
      await user.click(getByLabelText('Width'));
      await user.keyboard(`${typed}{Enter}`);
      expect(taken).to.have.length(1);
      expect(taken[0]).to.be.closeTo(mm, 1e-9);
    });

  it('takes back what was typed with the first Escape, and leaves the second to what it stands in', async () => {
    let heard = 0;
    const hear = (event: KeyboardEvent) => (heard += event.key === 'Escape' ? 1 : 0);
    window.addEventListener('keydown', hear);
    const { user, getByLabelText } = await putOnBench(<Width onTaken={() => undefined} />);
    const gap = field(getByLabelText('Width'));
    await user.clear(gap);
    await user.keyboard('9000{Enter}{Escape}');
    expect(gap.value).to.equal('300 mm');
    expect(heard).to.equal(0);
    await user.keyboard('{Escape}');
    expect(heard).to.equal(1);
    window.removeEventListener('keydown', hear);
  });

  it('keeps what cannot be read where it was typed, says why, and lets go of it with Escape', async () => {
    const taken: number[] = [];
    const { user, getByLabelText, getByRole, queryByRole } = await putOnBench(
      <Width onTaken={(value) => taken.push(value)} />,
    );
    const gap = field(getByLabelText('Width'));
    await user.click(gap);
    await user.keyboard('9999 cm{Enter}');
    expect(getByRole('alert').textContent).to.equal('Type a length up to 2000 mm.');
    expect(gap.value).to.equal('9999 cm');
    expect(gap.getAttribute('aria-describedby')).to.equal(getByRole('alert').id);
    await user.keyboard('{Escape}');
    expect(gap.value).to.equal('300 mm');
    expect(queryByRole('alert')).to.equal(null);
    expect(taken).to.deep.equal([]);
  });

  it('takes what was typed when it is left, and nothing when nothing was changed', async () => {
    const taken: number[] = [];
    const { user, getByLabelText } = await putOnBench(<Width onTaken={(value) => taken.push(value)} />);
    await user.click(getByLabelText('Width'));
    await user.tab();
    expect(taken).to.deep.equal([]);
    await user.click(getByLabelText('Width'));
    await user.keyboard('120');
    await user.tab();
    expect(taken).to.deep.equal([120]);
  });

  it('speaks the unit that was chosen', async () => {
    const { getByLabelText, store, findByDisplayValue } = await putOnBench(
      <Width onTaken={() => undefined} />,
    );
    expect(field(getByLabelText('Width')).value).to.equal('300 mm');
    store.dispatch(unitChosen('cm'));
    await findByDisplayValue('30 cm');
  });
});

describe('a gap for a number', () => {
  const type = async (text: string, more: { whole?: boolean; empty?: string } = {}) => {
    const taken: (number | null)[] = [];
    const { user, getByLabelText, queryByRole } = await putOnBench(
      <NumberGap
        label="Shapes over"
        value={40}
        unit="mm²"
        min={0}
        max={1000}
        onChange={(value) => taken.push(value)}
        {...more}
      />,
    );
    const gap = getByLabelText('Shapes over');
    await user.clear(gap);
    await user.type(gap, `${text}{Enter}`);
    return { taken, says: queryByRole('alert')?.textContent ?? null };
  };

  it('takes a number with its unit or without, with a comma or a point', async () => {
    expect((await type('12.5')).taken).to.deep.equal([12.5]);
    expect((await type('12,5 mm²')).taken).to.deep.equal([12.5]);
    expect((await type('  0 ')).taken).to.deep.equal([0]);
  });

  it('refuses what is outside its limits, and says them', async () => {
    for (const text of ['-1', '1001', 'many', '1e9', '']) {
      const { taken, says } = await type(text === '' ? ' ' : text);
      expect(taken).to.deep.equal([]);
      expect(says).to.equal('Type a number from 0 to 1000.');
    }
    expect((await type('2.5', { whole: true })).says).to.equal('Type a whole number from 0 to 1000.');
  });

  it('takes nothing, or the word for it, where there may be none', async () => {
    expect((await type('no limit', { empty: 'no limit' })).taken).to.deep.equal([null]);
    expect((await type('x', { empty: 'no limit' })).says).to.contain('or leave it empty for no limit');
  });
});

describe('a gap for a decision', () => {
  function Setting({ at }: { at: 'toleranceMm' | 'quietStrength' | 'castShadows' }) {
    const settings = useDecisions('map');
    const decide = useDecide();
    return (
      <DecisionGap
        table={mapSettingsSchema}
        at={at}
        values={settings}
        onChange={(change) => decide({ room: 'map', change })}
      />
    );
  }

  it('shows a share in per cent and keeps it as a share', async () => {
    const { user, getByRole, decisions } = await putOnBench(<Setting at="quietStrength" />);
    const gap = getByRole('textbox');
    await user.clear(gap);
    await user.type(gap, '75{Enter}');
    expect(decisions().map.quietStrength).to.equal(0.75);
    await user.clear(gap);
    await user.type(gap, '101{Enter}');
    expect(getByRole('alert').textContent).to.match(/from 0 to 100/);
    expect(decisions().map.quietStrength).to.equal(0.75);
  });

  it('takes the limits of its table, as the server and the command line do', async () => {
    const { user, getByRole, decisions } = await putOnBench(<Setting at="toleranceMm" />);
    const before = decisions().map.toleranceMm;
    const gap = getByRole('textbox');
    await user.clear(gap);
    await user.type(gap, '500 mm{Enter}');
    expect(getByRole('alert').textContent).to.match(/^Type a length from .* to .* mm\.$/);
    expect(decisions().map.toleranceMm).to.equal(before);
  });

  it('shows what is usual where nothing is set, and goes back to it when it is left empty', async () => {
    function Tolerance() {
      const check = useDecisions('check');
      const decide = useDecide();
      return (
        <DecisionGap
          table={checkDecisionsSchema}
          at="toleranceMm"
          values={check}
          usualMm={1.5}
          onChange={(change) => decide({ room: 'check', change })}
        />
      );
    }
    const { user, getByRole, decisions } = await putOnBench(<Tolerance />);
    const gap = field(getByRole('textbox'));
    expect(gap.value).to.equal('1.5 mm');
    await user.clear(gap);
    await user.type(gap, '0.8 mm{Enter}');
    expect(decisions().check.toleranceMm).to.equal(0.8);
    await user.clear(gap);
    await user.keyboard('{Enter}');
    expect(decisions().check.toleranceMm).to.equal(null);
    expect(gap.value).to.equal('1.5 mm');
  });

  it('asks what lies beyond the table too', async () => {
    const { user, getByRole } = await putOnBench(
      <DecisionGap
        table={gridSchema}
        at="columns"
        values={gridSchema.parse({})}
        onChange={() => {
          throw new Error('It was taken.');
        }}
        check={() => 'There is no room for that.'}
      />,
    );
    const gap = getByRole('textbox');
    await user.clear(gap);
    await user.type(gap, '3{Enter}');
    expect(getByRole('alert').textContent).to.equal('There is no room for that.');
  });
});
