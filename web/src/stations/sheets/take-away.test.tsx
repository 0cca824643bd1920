import { putOnBench } from '../../test-bench.js';
import { waitFor } from '@testing-library/react';
import { expect } from 'chai';
import { defaultSheetDecisions } from '@nobrel/core/sheets';
import { TakeAway } from './take-away.js';

/** What was handed to the browser's downloading: names and what is in the files. */
let handed: { name: string; text: Promise<string> }[];
const files = new Map<string, Blob>();

const decisions = { ...defaultSheetDecisions, kind: 'pricking' } as const;
const printing = { id: 'p1', printedAt: '2026-10-18T10:00:00.000Z', mapVersion: 1, decisions, pages: 3 };

/** Answers of the server, by the ends of addresses; one that was given up while it waits fails as in a browser. */
type Answers = Record<string, (request: Request) => Response | Promise<Response>>;

async function bench(answers: Answers) {
  const page = await putOnBench(<TakeAway disabled={false} decisions={decisions} pageNumber={2} />);
  const before = globalThis.fetch;
  const asked: string[] = [];
  globalThis.fetch = async (input, init) => {
    if (!(input instanceof Request)) return before(input, init);
    const path = input.url.replace('http://localhost/api/', '');
    asked.push(path);
    if (path === 'works/w1/printings') return Response.json(printing);
    const answer = Object.entries(answers).find(([end]) => path.startsWith(end))?.[1];
    return answer ? answer(input) : before(input, init);
  };
  const take = async (label: string) => {
    await page.user.click(page.getByRole('button', { name: 'Other formats' }));
    await page.user.click(await page.findByRole('menuitem', { name: label }));
  };
  return { ...page, asked, take };
}

const file = (text: string, disposition: string) => () =>
  new Response(text, { headers: { 'Content-Disposition': disposition } });

describe('taking sheets away', () => {
  beforeEach(() => {
    handed = [];
    files.clear();
    URL.createObjectURL = (blob) => {
      const href = `blob:${files.size}`;
      if (blob instanceof Blob) files.set(href, blob);
      return href;
    };
    HTMLAnchorElement.prototype.click = function (this: HTMLAnchorElement) {
      handed.push({ name: this.download, text: files.get(this.href)?.text() ?? Promise.resolve('') });
    };
  });
  after(() => {
    // Links have it from every element.
    Reflect.deleteProperty(HTMLAnchorElement.prototype, 'click');
  });

  for (const [disposition, name] of [
    ['attachment; filename="Kettle A2.png"', 'Kettle A2.png'],
    ['attachment; filename="Say \\"when\\".png"', 'Say "when".png'],
    ['attachment; filename=Kettle.png', 'Kettle.png'],
    [`attachment; filename="Kreuz.png"; filename*=UTF-8''Kreuz%20%C3%97%20A2.png`, 'Kreuz × A2.png'],
  ] as const)
    it(`gives the page its name: ${name}`, async () => {
      const page = await bench({ 'printings/p1/page-2.png?ppi=300': file('dots', disposition) });
      await page.take('300 pixels an inch');
      await waitFor(() => expect(handed.map((one) => one.name)).to.deep.equal([name]));
      expect(await handed[0]?.text).to.equal('dots');
      expect(page.asked.at(-1)).to.equal('printings/p1/page-2.png?ppi=300&unit=mm');
      expect(page.queryByRole('alert')).to.equal(null);
    });

  it('says why a file does not come, and hands over none', async () => {
    const page = await bench({
      'printings/p1/page-2.svg': () =>
        Response.json(
          { error: { code: 'busy', message: 'Too much is being read at once.' } },
          { status: 503 },
        ),
      'works/w1/map.dxf': () => {
        throw new TypeError('Failed to fetch');
      },
    });
    await page.take('This page as SVG');
    expect((await page.findByRole('alert')).textContent).to.equal('Too much is being read at once.');
    await page.take('The map as DXF R12');
    await page.findByText(/does not answer. Nothing is lost/);
    expect(handed).to.deep.equal([]);
  });

  it('shows how far the pages have come, and stops', async () => {
    let givenUp = false;
    const page = await bench({
      'printings/p1/sheets.pdf': (request) =>
        new Promise((_resolve, reject) => {
          request.signal.addEventListener('abort', () => {
            givenUp = true;
            reject(new DOMException('Given up', 'AbortError'));
          });
        }),
      'printings/p1/progress': () => Response.json({ done: 4, of: 30 }),
    });
    await page.user.click(page.getByRole('button', { name: 'Save the PDF' }));
    await page.findByText(/4 of 30 pages/);
    await page.user.click(page.getByRole('button', { name: 'Stop' }));
    await page.findByRole('button', { name: 'Save the PDF' });
    expect(givenUp).to.equal(true);
    expect(page.queryByRole('alert')).to.equal(null);
    expect(handed).to.deep.equal([]);
  });
});
