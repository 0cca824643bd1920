import type { Page } from '@playwright/test';
import type { Running } from '@nobrel/server';
import { beginWork, chooseFrom, expect, finishedMap, goTo, saved, take, test } from '../bench.js';

async function openAt(page: Page, seeded: Running, tool?: string, work = /Kettle, lantern/): Promise<void> {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: work }).click();
  await goTo(page, 'Transfer');
  if (tool !== undefined) await take(page, tool);
}

/** Goes to the run, where the clock stands still, and begins. */
async function begin(page: Page): Promise<void> {
  await page.getByRole('button', { name: /line by line$/ }).click();
  await expect(page.getByRole('button', { name: 'Begin' })).toBeVisible();
  await page.keyboard.press('Space');
}

const says = (page: Page) => page.getByTestId('run-says');
const count = (page: Page) => page.getByText(/^\d+ of \d+ lines$/);

test('every method is weighed with figures, chosen, and set beside another', async ({ page, seeded }) => {
  await openAt(page, seeded, 'Methods');
  const methods = page.getByLabel('Methods weighed');
  await expect(methods.getByRole('article')).toHaveCount(9);
  const box = methods.getByRole('article', { name: 'a light box or a lit window' });
  await expect(box).toContainText(/with care, \d+\smin/);
  await expect(box).toContainText('in a dark room only');
  await box.getByText('Time, line, what it needs, uses and leaves').click();
  await expect(box).toContainText('Nothing but the pencil line.');
  await expect(page.getByText(/Marked: \d+\s% of the lines .* run together/)).toBeVisible();
  await expect(page.getByTestId('crowded-spots')).toBeVisible();
  await expect(box).toContainText(/\d+ printed sheets, [\d.]+ m of tape/);
  // What is not at hand is said, and undone with the rest.
  await methods.getByRole('checkbox', { name: 'a light from behind' }).check();
  const sheet = methods.getByRole('article', { name: 'a transfer sheet' });
  await expect(sheet).toContainText('What it needs is not at hand.');
  await expect(box).not.toContainText('not at hand');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(sheet).not.toContainText('not at hand');
  // Side by side, two alone are left.
  await box.getByRole('checkbox', { name: 'side by side' }).check();
  await methods.getByRole('article', { name: 'prick and pounce' }).getByRole('checkbox').check();
  await expect(methods.getByRole('article')).toHaveCount(2);
  await page.getByRole('button', { name: 'All methods' }).click();
  await methods.getByRole('button', { name: 'Choose a digital projector' }).click();
  await expect(methods.getByRole('article', { name: 'a digital projector' })).toContainText('chosen');
  await take(page, 'Steps');
  const steps = page.getByLabel('List of steps');
  await expect(steps).toContainText('Take care: Do not look into the beam');
  await expect(steps).toContainText('licensed electrician, by local codes');
  await saved(page);
  await page.reload();
  await expect(steps).toContainText('Bring the four corners of the picture');
  // A caution is folded once its step is done, and is never gone.
  await page.getByRole('checkbox', { name: /Bring the four corners/ }).check();
  await expect(page.getByText('Take care: Do not look into the beam')).toBeHidden();
  await page.getByTestId('step-caution').getByText('Take care').click();
  await expect(page.getByText('Do not look into the beam')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Take care: Do not look into the beam')).toBeVisible();
});

test('a method that cannot work is planned all the same, with its reason', async ({ page, seeded }) => {
  await openAt(page, seeded);
  await goTo(page, 'Fit');
  await chooseFrom(page.getByLabel('Kind of surface'), 'wood panel');
  await goTo(page, 'Transfer');
  await take(page, 'Methods');
  const box = page.getByRole('article', { name: 'a light box or a lit window' });
  await expect(box).toContainText('does not work');
  await expect(box).toContainText('lets no light through');
  await box.getByRole('button', { name: /^Choose/ }).click();
  await take(page, 'Steps');
  await expect(page.getByLabel('List of steps')).toContainText('Dim the room');
});

test('what will be seen through the paper, and the pressure, follow what the strip showed', async ({
  page,
  seeded,
}) => {
  await openAt(page, seeded, 'What is seen');
  const shown = page.getByRole('group', { name: 'Decisions of the tool' });
  await expect(shown).toContainText('can be followed');
  await expect(page.getByRole('region', { name: 'As it will be seen' })).toBeVisible();
  const strip = page.getByLabel('What the test strip showed');
  await expect(strip).toContainText('An estimate, until your own strip has spoken.');
  await chooseFrom(strip.getByLabel('Thinnest line followed'), '0.7 mm');
  await expect(strip).toContainText('Lines from 0.7 mm on can be followed with ease. By your own strip.');
  await expect(shown).toContainText(/can only just be followed|cannot be seen/);
  await chooseFrom(shown.getByLabel('The room'), 'lit');
  await expect(strip).toContainText('Darken the room.');
  for (const mark of ['light: shows', 'light: shows under a wash', 'firm: dents'])
    await strip.getByRole('checkbox', { name: `a fine hard point, ${mark}`, exact: true }).check();
  const use = strip.getByText(/^Use a fine hard point, light \(row 2\): it shows under the wash too/);
  await expect(use).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(use).toBeVisible();
  await strip.getByRole('checkbox', { name: 'a fine hard point, a feather: dents', exact: true }).check();
  await expect(strip).toContainText('What shows dents');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(use).toBeVisible();
});

test('how dark to draw each line follows the paint, is seen under every layer, tried, and printed', async ({
  page,
  seeded,
}) => {
  await openAt(page, seeded, 'Under the paint');
  const panel = page.getByLabel('Strengths of the lines');
  await expect(panel).toContainText(/would still be seen at the end, from 1\.0 m\. By a transfer sheet/);
  const firm = panel.getByRole('row', { name: /^firm/ });
  await expect(firm).toContainText('0.0 m');
  await chooseFrom(page.getByLabel('What it is painted with'), 'opaque paint');
  // Opaque paint hides what is faint, and forgives what is firm.
  await expect(firm).not.toContainText('0.0 m');
  await expect(panel).not.toContainText('would still be seen');
  await expect(page.getByRole('region', { name: 'How dark to draw', exact: true })).toContainText('firm');
  const firmBefore = await firm.textContent();
  await chooseFrom(panel.getByLabel('Faintest line followed'), 'none of them');
  await expect(firm).not.toHaveText(firmBefore ?? '');
  await expect(panel).toContainText('will be lost under the first layer');
  await panel.getByRole('button', { name: 'Forget the try' }).click();
  await expect(firm).toHaveText(firmBefore ?? '');
  // The picture shows the layers: what the lines leave of themselves is less and less.
  await chooseFrom(page.getByLabel('Toning wash', { exact: true }), 'with a wash');
  await expect(panel).toContainText('every line can be followed through the toning wash');
  for (const [shown, title] of [
    ['the toning wash over it', 'Under the toning wash'],
    ['the finished picture', 'At the end'],
  ] as const) {
    await chooseFrom(page.getByLabel('What is shown'), shown);
    await expect(page.getByRole('region', { name: title })).toBeVisible();
  }
  await panel.getByRole('switch', { name: 'Print the outline like this' }).click();
  await saved(page);
  await page.reload();
  await expect(panel.getByRole('switch')).toBeChecked();
  await goTo(page, 'Sheets');
  await page.getByLabel('What is printed').press('Enter');
  await page.getByRole('option', { name: 'outline', exact: true }).click();
  await expect(page.getByText(/short dashes: faint/).first()).toBeVisible();
});

test('for a projector it is said where it stands, how fine, how true and how clear', async ({
  page,
  seeded,
}) => {
  await openAt(page, seeded);
  await chooseFrom(page.getByLabel('Method', { exact: true }), 'a digital projector');
  await take(page, 'What is seen');
  const wall = page.getByLabel('What the projection comes to');
  // 240 mm high in a picture of 16 to 9: 427 mm wide, at one and a half times that.
  await expect(wall).toContainText('Stand it 640 mm from the surface');
  await expect(wall).toContainText('A pixel is 0.22 mm there.');
  await page.getByLabel('Tilt').fill('10');
  await page.getByLabel('Tilt').press('Enter');
  await expect(wall).toContainText(/one edge comes out [\d.]+\smm broader than the opposite one/);
  await wall.getByLabel('Far picture: width').fill('750 mm');
  await wall.getByLabel('Far picture: width').press('Enter');
  await expect(wall.getByRole('alert')).toContainText('one near and one far');
  await wall.getByLabel('Far picture: width').fill('1700 mm');
  await wall.getByLabel('Far picture: width').press('Enter');
  await expect(wall).toContainText('a throw ratio of 1.00.');
  await wall.getByRole('button', { name: 'Take it' }).click();
  await expect(wall).toContainText('Stand it 426.7 mm from the surface');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(wall).toContainText('Stand it 640 mm from the surface');
});

test('the schools of tracing are compared, and the order is seen on the map', async ({ page, seeded }) => {
  await openAt(page, seeded, 'Order');
  await expect(page.getByText(/\d+ lines in 1 stretch, .* the hand on \d+ traced lines/)).toBeVisible();
  await expect(page.getByTestId('check-mark')).toHaveCount(2);
  const rows = page.getByLabel('Schools compared').getByRole('row');
  await expect(rows).toHaveCount(9);
  const figure = async (name: string, column: number) =>
    parseFloat((await rows.filter({ hasText: name }).getByRole('cell').nth(column).textContent()) ?? '');
  // The way between lines, and the hand on traced lines.
  expect(await figure('the shortest way', 2)).toBeLessThan(0.65 * (await figure('as the map lists them', 2)));
  expect(await figure('away from the drawing hand', 3)).toBeLessThan(await figure('the shortest way', 3));
  await page.getByLabel('A stretch between breaks').fill('4');
  await page.getByLabel('A stretch between breaks').press('Enter');
  await expect(page.getByTestId('stretch-number')).toHaveCount(4);
  await page.getByRole('button', { name: 'Choose outline first' }).click();
  await expect(page.getByTestId('compared-chosen')).toContainText('outline first');
  // From the focal point: guessed until it is marked on the map.
  await page.getByRole('button', { name: 'Choose from the focal point' }).click();
  await expect(page.getByText('is guessed: click that spot on the map')).toBeVisible();
  await page
    .getByRole('region', { name: 'Map' })
    .getByTestId('surface-sheet')
    .click({ position: { x: 40, y: 40 } });
  await expect(page.getByText('It begins at the spot you marked.')).toBeVisible();
  await expect(page.getByTestId('focus-mark')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByTestId('focus-mark')).toHaveCount(0);
  // The run can be started again, and undo brings back what was traced.
  await page.getByRole('button', { name: 'Start again' }).click();
  await expect(page.getByRole('button', { name: 'Trace line by line' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Go on line by line' })).toBeVisible();
});

/** Lines noted as traced so far. */
const traced = async (page: Page) => Number(/^\d+/.exec((await count(page).textContent()) ?? '')?.[0] ?? NaN);

/** Waits until more lines are traced than so many, and says how many. */
async function tracedMoreThan(page: Page, lines: number): Promise<number> {
  await expect.poll(() => traced(page)).toBeGreaterThan(lines);
  return traced(page);
}

test('a whole run is led by one key, with marks, looks and breaks, and outlasts a reload', async ({
  page,
  seeded,
}) => {
  test.slow();
  await openAt(page, seeded, undefined, /Dinghy on the hard/);
  await page.getByLabel('A stretch between breaks').fill('8');
  await page.getByLabel('A stretch between breaks').press('Enter');
  await begin(page);
  await expect(says(page)).toContainText('First trace the two check marks: ');
  await page.keyboard.press('Space');
  await expect(says(page)).toContainText('Begin at the ring');
  await page.keyboard.press('Enter');
  const first = await tracedMoreThan(page, 0);
  await page.keyboard.press('PageDown');
  await expect(says(page)).toContainText('Lift the free side and look');
  // Back takes the whole stroke back.
  await page.keyboard.press('Backspace');
  await expect.poll(() => traced(page)).toBe(first);
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Looked, it is right' }).click();
  // Any key of a pedal can be learned.
  await page.getByRole('button', { name: 'Learn a key or pedal' }).click();
  await page.keyboard.press('b');
  await expect(page.getByRole('button', { name: /Goes on by B/ })).toBeVisible();
  const before = await traced(page);
  await page.keyboard.press('b');
  const after = await tracedMoreThan(page, before);
  await saved(page);
  await page.reload();
  await expect(count(page)).toHaveText(new RegExp(`^${after} of`));
  const seen = new Set<string>();
  for (let k = 0; k < 600; k++) {
    const said = (await page.locator('[data-part="run-says"] strong').textContent()) ?? '';
    seen.add(said.replace(/\d.*$/, ''));
    if (said.startsWith('Every line is traced')) break;
    await page.keyboard.press('b');
  }
  await expect(says(page)).toContainText('Every line is traced and looked over.');
  expect([...seen].join()).toMatch(/Stretch .*Look over every line before the tape comes off/);
  await expect(page.getByText('every line is traced', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Pause' }).click();
  await page.getByRole('link', { name: 'Back to Transfer' }).click();
  await expect(page.getByText(/^1 sitting, /)).toBeVisible();
});

test('lines are tapped, another device goes on where it was, and a slip is mended', async ({
  page,
  browser,
  seeded,
}) => {
  await openAt(page, seeded, undefined, /Dinghy on the hard/);
  await begin(page);
  for (let k = 0; k < 3; k++) await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Looked, it is right' }).click();
  const looked = await traced(page);
  for (let k = 0; k < 4; k++) await page.keyboard.press('Space');
  const led = await tracedMoreThan(page, looked + 3);
  // A line tapped in the close view is noted as traced, whichever it is.
  await page.getByLabel('The map, close').getByTestId('run-begin').click();
  await expect(count(page)).toHaveText(new RegExp(`^${led + 1} of`));
  await page.keyboard.press('Backspace');
  await expect(count(page)).toHaveText(new RegExp(`^${led} of`));
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect(says(page)).toContainText('Paused.');
  await saved(page);
  const other = await (await browser.newContext()).newPage();
  await other.goto(page.url());
  await expect(count(other)).toHaveText(new RegExp(`^${led} of`));
  await other.context().close();

  await page.getByRole('link', { name: 'Back to Transfer' }).click();
  await take(page, 'Slipped?');
  await expect(page.getByText('It is where it should be.')).toBeVisible();
  const gaps = page.getByLabel(/^Mark .*: right$/);
  const move = async (which: 0 | 1, mm: string) => {
    await gaps.nth(which).fill(mm);
    await gaps.nth(which).press('Enter');
  };
  await move(0, '-1.5');
  await move(1, '-1.5');
  await expect(page.getByText('Move it 1.5 mm right.')).toBeVisible();
  const since = page.getByText(
    new RegExp(`^${led - looked} lines were traced since the last look; at worst they are 1.5 mm off`),
  );
  await expect(since).toBeVisible();
  await expect(page.locator('[data-part="line-marked"][data-kind="added"]')).toBeVisible();
  await move(0, '12');
  await expect(page.getByRole('alert').filter({ hasText: 'more than 10 mm off' })).toBeVisible();
  await move(0, '-1.5');
  await page.getByRole('button', { name: `Trace these ${led - looked} again` }).click();
  await expect(page.getByText('nothing is spoiled')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(since).toBeVisible();
});

test('two devices that trace at once follow each other; cut off, the lines of both are there after it, and nobody is asked', async ({
  page,
  browser,
  seeded,
}) => {
  await openAt(page, seeded, undefined, /Dinghy on the hard/);
  await begin(page);
  for (let k = 0; k < 2; k++) await page.keyboard.press('Space');
  await saved(page);
  const other = await (await browser.newContext()).newPage();
  await other.goto(page.url());
  await expect(other.getByRole('button', { name: 'Traced' })).toBeVisible();
  const ours = await traced(page);
  await other.keyboard.press('Space');
  const theirs = await tracedMoreThan(other, ours);
  await saved(other);
  // This one follows by itself.
  await expect.poll(() => traced(page)).toBe(theirs);
  // Cut off from each other both trace the same stroke; one goes on, looks under the sheet and traces the next.
  await page.context().setOffline(true);
  await other.keyboard.press('Space');
  for (let k = 0; k < 3; k++) await page.keyboard.press('Space');
  await saved(other);
  const alone = await tracedMoreThan(page, theirs);
  await page.context().setOffline(false);
  await saved(page);
  await expect.poll(() => traced(other)).toBe(alone);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Traced' })).toBeVisible();
  expect(await traced(page)).toBe(alone);
  await expect(page.getByText('This work was changed in another window')).toHaveCount(0);
  await other.context().close();
});

test('a map made anew during the run keeps what was traced, and says which lines it has no more', async ({
  page,
  seeded,
}) => {
  test.slow();
  await openAt(page, seeded);
  await goTo(page, 'Map');
  await finishedMap(page);
  await page.getByLabel('Smallest shape').fill('80');
  await page.getByLabel('Smallest shape').press('Enter');
  await expect(
    page.getByRole('status').filter({ hasText: /^(?!391).*\d+ lines?, .* m, about/ }),
  ).toBeVisible();
  await saved(page);
  await page.goto(page.url().replace(/\/map.*$/, '/run'));
  await expect(
    page.getByText(/The map was updated: \d+ traced lines? (is|are) no longer on it/),
  ).toBeVisible();
  const kept = await traced(page);
  // How many follows from which lines the order begins with.
  expect(kept).toBeGreaterThan(5);
  expect(kept).toBeLessThan(58);
  await page.getByRole('button', { name: /out of the record$/ }).click();
  await expect(page.getByText('The map was updated')).toBeHidden();
  expect(await traced(page)).toBe(kept);
});

test('without a map a run says where to begin', async ({ page, server }) => {
  await beginWork(page, server);
  await page.goto(page.url().replace('/reference', '/run'));
  await expect(page.getByText('this work has no map with lines')).toBeVisible();
  await page.getByRole('link', { name: 'Make the map' }).click();
  await page.waitForURL(/\/map$/);
});
