import { seedHistory } from '@nobrel/demo';
import type { Running } from '@nobrel/server';
import type { Page } from '@playwright/test';
import { beginWork, chooseFrom, expect, goTo, kettle, saved, test } from '../bench.js';

const cards = (page: Page) => page.getByTestId('card');
const note = (page: Page, says: RegExp) =>
  page.getByRole('complementary', { name: 'Notes' }).getByRole('listitem').filter({ hasText: says });

/** Opens the flat file with two years of works in it. */
async function openHistory(page: Page, seeded: Running): Promise<void> {
  await seedHistory(seeded.file);
  await page.goto(seeded.address);
  await expect(page.getByText('9 works', { exact: true })).toBeVisible();
}

test('works are found by any word in them, drawer by drawer, and stay found when one comes back', async ({
  page,
  seeded,
}) => {
  await openHistory(page, seeded);
  await page.getByRole('button', { name: 'finished 18' }).press('Enter');
  await expect(cards(page)).toHaveCount(18);
  await page.getByLabel('Words to find').pressSequentially('RIPPLES');
  await expect(cards(page)).toHaveCount(1);
  await page.getByText('Dinghy, March').click();
  await expect(page).toHaveURL(/\/file$/);
  await page.goBack();
  await expect(page.getByLabel('Words to find')).toHaveValue('RIPPLES');
  await expect(cards(page)).toHaveCount(1);
  await page.getByRole('button', { name: 'Find everything' }).click();
  await page.getByRole('button', { name: 'every drawer 30' }).click();
  await expect(cards(page)).toHaveCount(30);
  await chooseFrom(page.getByLabel('Method'), 'prick and pounce');
  await expect(cards(page)).toHaveCount(3);
  await page.getByRole('button', { name: 'Find everything' }).click();
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByLabel('Group by series').click();
  await expect(page.getByRole('heading', { name: 'The shore' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'In no series' })).toBeVisible();
  // What is in no drawer that is open is said.
  await page.goto(`${seeded.address}?words=ripples`);
  await expect(page.getByText('and 1 in other drawers')).toBeVisible();
  await page.getByRole('button', { name: 'Show them too' }).click();
  await expect(cards(page)).toHaveCount(2);
});

test('the record is put right in place, undone, printed on a page, and its stages are kept', async ({
  page,
  seeded,
}) => {
  await openHistory(page, seeded);
  await page.goto(`${seeded.address}?drawer=finished&words=kettle+blue`);
  await page.getByText('Kettle, blue').click();
  const minutes = page.getByLabel('Minutes of sitting 1');
  const before = await minutes.inputValue();
  await minutes.fill('9000');
  await minutes.press('Enter');
  await expect(page.getByText('Type a number from 0 to 1440.')).toBeVisible();
  await minutes.fill('33');
  await minutes.press('Enter');
  await expect(minutes).toHaveValue('33 min');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(minutes).toHaveValue(before);
  await page.getByLabel('Where the picture is').fill('north wall');
  await page.getByLabel('Picture file').setInputFiles(kettle);
  await page.getByLabel('What stage 1 shows').fill('After the first wash');
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('What stage 1 shows')).toHaveValue('After the first wash');
  await page.getByRole('button', { name: 'Print the record' }).click();
  const record = page.getByRole('article');
  await expect(record.getByText('Picture: north wall, with the tide-table office')).toBeVisible();
  await expect(record.getByRole('img', { name: 'After the first wash' })).toBeVisible();
  const label = page.getByRole('complementary', { name: 'Label for the tracing' });
  await expect(label.getByRole('img', { name: 'Opens Kettle, blue' })).toBeVisible();
  // One page of A4, its margins off.
  await page.emulateMedia({ media: 'print' });
  expect((await record.boundingBox())?.height).toBeLessThan(((297 - 20) * 96) / 25.4);
});

test('a long record still fits on one page, and opens on another device while that is allowed', async ({
  page,
  shared,
}) => {
  const [first] = (await shared.file.flatFile.list()).works;
  const { id, revision, decisions } = await shared.file.works.get(first?.id ?? '');
  const sittings = Array.from({ length: 60 }, (_, k) => ({
    startedAt: new Date(Date.UTC(2026, 3, 1 + k, 17)).toISOString(),
    minutes: 40,
    traced: null,
  }));
  const notes = 'The wash ran where the board was still damp; let it dry overnight next time. '.repeat(30);
  const changed = {
    ...decisions,
    transfer: { ...decisions.transfer, sittings },
    file: { ...decisions.file, notes, nextTime: notes, redone: notes.slice(0, 1900) },
  };
  await shared.file.works.save(id, { revision, decisions: changed });
  await page.goto(`${shared.address}works/${id}/record`);
  const record = page.getByRole('article');
  await expect(record.getByText('… 53 more, in the file …')).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect.poll(async () => (await record.boundingBox())?.height).toBeLessThan((260 * 96) / 25.4);
  await page.emulateMedia({ media: 'screen' });
  await page.goto(`${shared.address}works/${id}/file`);
  await page.getByText('Open on another device').click();
  await expect(page.getByText(new RegExp(`open http://\\S+/works/${id}/file`))).toBeVisible();
  await expect(
    page.getByRole('img', { name: 'The address and the access code, for a camera' }),
  ).toBeVisible();
});

test('a work is made again at another size: what goes along, what is asked to be looked at, what was learned', async ({
  page,
  seeded,
}) => {
  await openHistory(page, seeded);
  await page.goto(`${seeded.address}?drawer=finished&words=kettle+ochre`);
  await page.getByText('Kettle, ochre').click();
  const again = page.getByRole('region', { name: 'Make another work from it' });
  await again.getByLabel('Its width').fill('45 cm');
  await again.getByLabel('Its width').press('Enter');
  await again.getByLabel('Its height').fill('36 cm');
  await again.getByLabel('Its height').press('Enter');
  await again.getByLabel('Its title').fill('Kettle, for the hall');
  await again.getByRole('button', { name: 'Make it' }).press('Enter');
  await expect(page).toHaveURL(/\/fit$/);
  await expect(page.getByRole('link', { name: /^2\s*Fit/ })).toContainText('450 × 360 mm');
  const look = note(page, /^△ Watch.*Look at the margins/);
  await expect(look).toBeVisible();
  await look.getByRole('button', { name: 'Set aside' }).click();
  const reason = page.getByLabel('Reason for setting this note aside');
  await reason.fill('looked');
  await reason.press('Enter');
  await expect(look).toHaveCount(0);
  // What was written at works on the same paper comes back.
  await expect(note(page, /You wrote at “.*”/).first()).toBeVisible();
  await goTo(page, 'File');
  await expect(page.getByText('None timed yet')).toBeVisible();
  await expect(page.getByText('Not on the surface yet')).toBeVisible();
});

test('the hand’s own speed is proposed, used and undone, and a watch left running is asked about', async ({
  page,
  seeded,
}) => {
  await openHistory(page, seeded);
  await page.getByText('Dinghy on the hard').click();
  await goTo(page, 'Map');
  const own = note(page, /Your own sittings say/);
  await own.getByRole('button', { name: 'Estimate by my own speed' }).click();
  await expect(own).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(own).toBeVisible();
  await goTo(page, 'Transfer');
  await expect(note(page, /four times in five between/)).toBeVisible();
  // A new work begins at the hand's own speed.
  await beginWork(page, seeded);
  const { works } = await seeded.file.flatFile.list();
  const begun = await seeded.file.works.get(works[0]?.id ?? '');
  expect(begun.decisions.map.mmPerSecond).toBeLessThan(7.5);
  const { transfer } = begun.decisions;
  const night = [{ startedAt: '2026-05-04T20:00:00.000Z', minutes: 590, traced: null }];
  await seeded.file.works.save(begun.id, {
    revision: begun.revision,
    decisions: { ...begun.decisions, transfer: { ...transfer, sittings: night } },
  });
  await page.goto(`${seeded.address}works/${begun.id}/file`);
  await note(page, /was the watch left running/)
    .getByRole('button', { name: 'Count it as 45 min' })
    .click();
  await expect(page.getByLabel('Minutes of sitting 1')).toHaveValue('45 min');
});

test('supplies are counted, used up, bought and put back', async ({ page, seeded }) => {
  await openHistory(page, seeded);
  await page.getByRole('link', { name: 'Supplies' }).click();
  const list = page.getByRole('complementary', { name: 'Shopping list' });
  await expect(list.getByText('Fixative, matt')).toBeVisible();
  const tape = page.getByLabel('Left of Low-tack tape');
  const before = await tape.inputValue();
  await tape.fill('-3');
  await tape.press('Enter');
  await expect(page.getByText('Type a number from 0 to 100000.')).toBeVisible();
  await tape.fill('50');
  await tape.press('Enter');
  await expect(page.getByRole('status').getByText('“Low-tack tape” was changed.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(tape).toHaveValue(before);
  await page.getByRole('button', { name: 'Delete Fixative, matt' }).press('Enter');
  await expect(list.getByText('Fixative, matt')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(list.getByText('Fixative, matt')).toBeVisible();
  await expect(list.getByText('Drawing paper of 148 × 210 mm: 1 piece')).toBeVisible();
  const adding = page.getByRole('region', { name: 'Count another supply' });
  await adding.getByRole('button', { name: 'Add it' }).click();
  await expect(adding.getByText('A supply needs a name.')).toBeVisible();
  await chooseFrom(adding.getByLabel('Kind of supply'), 'papers, boards and canvases');
  await adding.getByLabel('Name of the supply').fill('Sketch block');
  await chooseFrom(adding.getByLabel('Its surface'), 'drawing paper');
  await adding.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByLabel('Left of Sketch block')).toBeVisible();
  await expect(list.getByText('Drawing paper of 148 × 210 mm: 1 piece')).toHaveCount(0);
  await page.reload();
  await expect(page.getByLabel('Left of Sketch block')).toHaveValue('1 piece');
  // A work says which of them it was made with.
  const sheet = page.getByLabel('Left of White sheet');
  const whole = await sheet.inputValue();
  await page.goto(`${seeded.address}?drawer=all&words=autumn`);
  await page.getByText('Still life, autumn').click();
  await chooseFrom(page.getByLabel('Which of transfer sheets'), 'White sheet');
  await saved(page);
  await page.goto(`${seeded.address}supplies`);
  await expect(sheet).not.toHaveValue(whole);
  await expect(page.getByRole('row', { name: /^White sheet/ })).toContainText(/\d m of line since/);
});

test('freehand drawing is noted, undone, and shown with time, estimates and rounds in charts', async ({
  page,
  seeded,
}) => {
  await openHistory(page, seeded);
  await page.goto(`${seeded.address}?drawer=finished&words=kettle+ochre`);
  await page.getByText('Kettle, ochre').click();
  await page.getByRole('button', { name: 'Drawn freehand today' }).press('Enter');
  const minutes = page.getByLabel('Minutes drawn freehand, 1');
  await minutes.fill('1200');
  await minutes.press('Enter');
  await page.getByLabel('Day of freehand drawing 1').fill('2026-07-14');
  await page.getByRole('button', { name: 'Drawn freehand today' }).click();
  await expect(page.getByLabel('Minutes drawn freehand, 2')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Minutes drawn freehand, 2')).toHaveCount(0);
  await saved(page);
  await page.getByRole('link', { name: 'Nobrel' }).click();
  await page.getByRole('link', { name: 'Charts' }).click();
  const chart = (name: string) => page.getByRole('region', { name });
  const drawn = chart('Freehand, by grid, by tracing');
  await drawn.getByText('The figures').click();
  await expect(drawn.getByRole('row', { name: /^Jul 2026 20 h 00\smin/ })).toBeVisible();
  await expect(chart('Estimated and spent').getByRole('img')).toHaveAccessibleName(
    /1\d of 2\d fall within it; half are estimated within \d+\s%/,
  );
  await expect(chart('Time by method').getByText(/for a transfer sheet/)).toBeVisible();
  await expect(
    chart('Error by round').getByText('Of 6 checked more than once, 6 came nearer.'),
  ).toBeVisible();
  // They are drawn: not one colour all over.
  for (const name of ['Time by work', 'Error by round', 'Freehand, by grid, by tracing']) {
    const inks = await chart(name)
      .locator('canvas')
      .evaluate((canvas) => {
        if (!(canvas instanceof HTMLCanvasElement)) return 0;
        const { data } = canvas.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height) ?? {
          data: [],
        };
        let inked = 0;
        for (let k = 3; k < data.length; k += 4) if ((data[k] ?? 0) > 128) inked++;
        return inked;
      });
    expect(inks, name).toBeGreaterThan(500);
  }
});

test('charts of an empty file say what they are made from', async ({ page, seeded }) => {
  const { works } = await seeded.file.flatFile.list();
  for (const { id } of works) await seeded.file.works.remove(id);
  await page.goto(`${seeded.address}charts`);
  await expect(page.getByText(/^Nothing is recorded yet\./)).toBeVisible();
});
