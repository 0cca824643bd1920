import { putOnBench } from '../../test-bench.js';
import { fireEvent } from '@testing-library/react';
import { expect } from 'chai';
import type { Given, Task } from '@nobrel/core/practice';
import { mapWith } from '@nobrel/core/testing';
import { SetTask } from './set-task.js';

const [low, high] = [
  { x: 0, y: 40 },
  { x: 30, y: 10 },
] as const;
const run = [low, high];
const tasks = {
  angle: { drill: 'angle', kind: 'slanting', level: 4, run, truth: 45 },
  proportion: {
    ...{ drill: 'proportion', kind: 'across into across', level: 10 },
    ...{ unit: [low, { x: 10, y: 40 }], length: [low, { x: 30, y: 40 }] },
    truth: 3,
  },
  curve: { drill: 'curve', kind: 'shallow', level: 5, run: [low, { x: 20, y: 30 }, high], truth: 0.2 },
} satisfies Record<string, Task>;

async function put(task: (typeof tasks)[keyof typeof tasks], given: Given | null = null) {
  const answers: Given[] = [];
  const page = await putOnBench(
    <SetTask
      task={task}
      map={mapWith(100, 80)}
      picture={null}
      given={given}
      onAnswer={(answer) => answers.push(answer)}
    />,
  );
  return { ...page, answers, handle: page.getByRole('slider') };
}
type Page = Awaited<ReturnType<typeof put>>;
/** Keys pressed on the handle; it asks for their numbers, which typed keys have none of here. */
const keyCodes = { left: 37, right: 39, end: 35 };
const press = ({ handle }: Page, ...keys: (keyof typeof keyCodes)[]) => {
  for (const key of keys) fireEvent.keyDown(handle, { keyCode: keyCodes[key], which: keyCodes[key] });
};
const isOff = ({ getByRole }: Page) => getByRole('button', { name: 'That is it' }).hasAttribute('disabled');

describe('a drill that is answered by setting', () => {
  it('takes a slope set by keys, in half degrees', async () => {
    const page = await put(tasks.angle);
    press(page, 'right', 'right', 'right', 'left');
    await page.user.click(page.getByRole('button', { name: 'That is it' }));
    expect(page.answers).to.deep.equal([1]);
  });

  it('says how many times while it is set, and goes no lower than once', async () => {
    const page = await put(tasks.proportion);
    press(page, 'left', 'right', 'right');
    expect(page.getByText('1.10 ×')).not.to.equal(null);
    press(page, 'end');
    expect(page.getByText('6.00 ×')).not.to.equal(null);
  });

  it('shows a contour for a while, and asks for it once it is gone', async () => {
    const page = await put(tasks.curve);
    const seen = () => page.container.querySelectorAll('[data-part="drill-line"]').length;
    expect(seen()).to.equal(1);
    expect(isOff(page)).to.equal(true);
    await page.findByRole('button', { name: 'That is it' });
    const until = Date.now() + 30_000;
    while (seen() > 0 && Date.now() < until) await new Promise((resolve) => setTimeout(resolve, 100));
    expect(seen()).to.equal(0);
    expect(isOff(page)).to.equal(false);
  });

  it('shows the truth beside what was answered, and takes no second answer', async () => {
    for (const task of [tasks.angle, tasks.curve]) {
      const page = await put(task, 0.1);
      expect(page.container.querySelectorAll('[data-part="drill-truth"]').length, task.drill).to.equal(1);
      expect(isOff(page), task.drill).to.equal(true);
    }
    expect(isOff(await put(tasks.proportion, 2))).to.equal(true);
  });
});
