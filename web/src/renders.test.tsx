import { putOnBench } from './test-bench.js';
import { act } from '@testing-library/react';
import { expect } from 'chai';
import { Profiler, type ReactNode } from 'react';
import { MapSentence } from './stations/map/map-sentence.js';
import { decided, saveBegun, saveDone, saveFailed, undone } from './store/work-slice.js';
import { sampleWork } from './test-page.js';
import { Frame } from './bench/frame/frame.js';
import { Strip } from './bench/frame/strip.js';
import { WorkTools } from './bench/frame/work-tools.js';

/** Counts how often each part is drawn again. */
function counting() {
  let counts: Record<string, number> = {};
  return {
    Counted: ({ name, children }: { name: string; children: ReactNode }) => (
      <Profiler
        id={name}
        onRender={() => {
          counts[name] = (counts[name] ?? 0) + 1;
        }}
      >
        {children}
      </Profiler>
    ),
    /** Which parts were drawn again by something, in alphabetical order. */
    drawnBy: async (something: () => unknown): Promise<string[]> => {
      counts = {};
      await act(async () => void (await something()));
      return Object.keys(counts).sort();
    },
  };
}

describe('what is drawn again', () => {
  async function put() {
    const { Counted, drawnBy } = counting();
    const page = await putOnBench(
      <Frame
        title="Kettle"
        tools={<WorkTools />}
        strip={
          <Counted name="strip">
            <Strip />
          </Counted>
        }
      >
        <Counted name="sentence">
          <MapSentence kind="photograph" />
        </Counted>
        <Counted name="beside">
          <p>What depends on nothing</p>
        </Counted>
      </Frame>,
    );
    return { ...page, drawnBy };
  }

  it('a letter typed in a gap draws its sentence and nothing else', async () => {
    const { user, getByLabelText, drawnBy } = await put();
    await user.click(getByLabelText(/point/i));
    expect(await drawnBy(() => user.keyboard('0'))).to.deep.equal(['sentence']);
    expect(await drawnBy(() => user.keyboard('.'))).to.deep.equal(['sentence']);
  });

  it('a decision draws its sentence and the strip, which tells a fact of every station', async () => {
    const { store, drawnBy } = await put();
    const values = (count: number) => decided({ room: 'map', change: { values: count } });
    expect(await drawnBy(() => store.dispatch(values(7)))).to.deep.equal(['sentence', 'strip']);
    expect(await drawnBy(() => store.dispatch(undone()))).to.deep.equal(['sentence', 'strip']);
  });

  it('a decision at another station does not draw this one’s sentence', async () => {
    const { store, drawnBy } = await put();
    const fit = decided({ room: 'fit', change: { datum: 'bottom-left' } });
    expect(await drawnBy(() => store.dispatch(fit))).to.deep.equal(['strip']);
  });

  it('saving draws neither', async () => {
    const { store, drawnBy, getByText } = await put();
    // An emptied title is not saved by itself, however long a busy machine takes over what follows.
    await drawnBy(() => store.dispatch(decided({ room: 'title', change: '' })));
    const saved = { ...sampleWork(), revision: 2 };
    expect(await drawnBy(() => store.dispatch(saveBegun()))).to.deep.equal([]);
    expect(await drawnBy(() => store.dispatch(saveFailed()))).to.deep.equal([]);
    getByText(/not saved/i);
    expect(await drawnBy(() => store.dispatch(saveBegun()))).to.deep.equal([]);
    expect(await drawnBy(() => store.dispatch(saveDone(saved)))).to.deep.equal([]);
    getByText(/^saved/i);
  });
});
