import { expect } from 'chai';
import { Stage } from './stage.js';

/** A stage that tells what it had to compute. */
function counted(count?: number) {
  const stage = new Stage<string>(count);
  const computed: string[] = [];
  return {
    stage,
    computed,
    get: (key: string) =>
      stage.get(key, () => {
        computed.push(key);
        return key.toUpperCase();
      }),
  };
}

describe('a stage of the work', () => {
  it('remembers the last result only, where no more are asked for', () => {
    const { computed, get } = counted();
    expect([get('a'), get('a'), get('b'), get('a')]).to.deep.equal(['A', 'A', 'B', 'A']);
    expect(computed).to.deep.equal(['a', 'b', 'a']);
  });

  it('forgets first what was not gone back to for longest', () => {
    const { computed, get } = counted(3);
    for (const key of ['a', 'b', 'c', 'a', 'd', 'a', 'c']) expect(get(key)).to.equal(key.toUpperCase());
    expect(computed).to.deep.equal(['a', 'b', 'c', 'd']);
    get('b');
    expect(computed).to.deep.equal(['a', 'b', 'c', 'd', 'b']);
  });

  it('is asked what it remembers without computing, and remembers what it is handed', () => {
    const { stage, computed, get } = counted(2);
    expect(stage.peek('a')).to.equal(null);
    stage.put('a', 'handed');
    get('b');
    expect([stage.peek('a'), get('a')]).to.deep.equal(['handed', 'handed']);
    get('c');
    expect(stage.peek('b')).to.equal(null);
    expect(computed).to.deep.equal(['b', 'c']);
  });

  it('remembers that there is nothing', () => {
    let computed = 0;
    const stage = new Stage<string | null>();
    const none = () => {
      computed++;
      return null;
    };
    expect([stage.get('a', none), stage.get('a', none), computed]).to.deep.equal([null, null, 1]);
  });
});
