import { putOnBench } from '../../test-bench.js';
import { fireEvent, waitFor } from '@testing-library/react';
import axios, { AxiosError, CanceledError, type InternalAxiosRequestConfig } from 'axios';
import { expect } from 'chai';
import type { StoredPicture } from '@nobrel/core/file';
import { maxMegabytes } from '@nobrel/core/reference';
import { PictureDrop } from './picture-drop.js';

/** Stands in for the server that keeps pictures: it refuses texts, and can take its time. */
class PictureServer {
  readonly sent: { name: string; longSide: unknown; ownPage: boolean }[] = [];
  private answers: Promise<unknown> = Promise.resolve();

  /** Answers wait from now on; what is returned lets them go. */
  hold(): () => void {
    let letGo: () => void = () => undefined;
    this.answers = new Promise<void>((resolve) => {
      letGo = resolve;
    });
    return letGo;
  }

  async answer(config: InternalAxiosRequestConfig<unknown>) {
    const sent = config.data instanceof FormData ? config.data.get('picture') : null;
    const name = sent instanceof File ? sent.name : '';
    const asked: unknown = config.params;
    this.sent.push({
      name,
      longSide: typeof asked === 'object' && asked !== null && 'longSide' in asked ? asked.longSide : null,
      ownPage: config.headers.get('X-Nobrel') === 'page',
    });
    await Promise.race([this.answers, stopped(config)]);
    const as = (status: number, data: unknown) => ({ status, statusText: '', headers: {}, config, data });
    if (name.endsWith('.txt'))
      throw new AxiosError(
        '',
        undefined,
        config,
        null,
        as(422, { error: { code: 'no-picture', message: `“${name}” is not a picture that can be read.` } }),
      );
    return as(201, { hash: 'a'.repeat(64), name, width: 40, height: 30, bytes: 9 });
  }
}

const stopped = ({ signal }: InternalAxiosRequestConfig<unknown>) =>
  new Promise<never>((_, reject) => {
    if (signal instanceof AbortSignal) signal.addEventListener('abort', () => reject(new CanceledError()));
  });

const file = (name: string, type = 'image/png') => new File(['picture'], name, { type });

describe('a place to bring pictures in', () => {
  let server: PictureServer;
  const { adapter = [] } = axios.defaults;
  beforeEach(() => {
    server = new PictureServer();
    axios.defaults.adapter = (config) => server.answer(config);
  });
  afterEach(() => {
    axios.defaults.adapter = adapter;
  });

  async function put(onTaken: (pictures: StoredPicture[]) => Promise<void> = () => Promise.resolve()) {
    const taken: string[][] = [];
    const bench = await putOnBench(
      <PictureDrop
        label="A picture"
        before="Drop a picture here, or"
        button="choose one"
        onTaken={async (pictures) => {
          await onTaken(pictures);
          taken.push(pictures.map(({ name }) => name));
        }}
      />,
    );
    const choose = (...files: File[]) => bench.user.upload(bench.getByLabelText('Picture file'), files);
    return { ...bench, taken, choose };
  }

  it('hands on those that can be kept, and says of each other one why not', async () => {
    const { taken, choose, findByText } = await put();
    await choose(file('kettle.png'), file('notes.txt', 'image/png'), file('pears.png'));
    await findByText('“notes.txt” is not a picture that can be read.');
    await waitFor(() => expect(taken).to.deep.equal([['kettle.png', 'pears.png']]));
    expect(server.sent.map(({ name }) => name)).to.deep.equal(['kettle.png', 'notes.txt', 'pears.png']);
    expect(server.sent.every(({ ownPage }) => ownPage)).to.equal(true);
  });

  it('takes what is dropped and what is pasted', async () => {
    const { taken, getByRole } = await put();
    fireEvent.drop(getByRole('button', { name: 'choose one' }), {
      dataTransfer: { files: [file('dropped.png')] },
    });
    await waitFor(() => expect(taken).to.deep.equal([['dropped.png']]));
    fireEvent.paste(document.body, { clipboardData: { files: [file('pasted.png')] } });
    await waitFor(() => expect(taken).to.deep.equal([['dropped.png'], ['pasted.png']]));
  });

  it('opens the browser’s own chooser by its button, from the keyboard too', async () => {
    const { user, getByRole, getByLabelText } = await put();
    let opened = 0;
    getByLabelText('Picture file').addEventListener('click', () => opened++);
    const button = getByRole('button', { name: 'choose one' });
    await user.click(button);
    expect(opened).to.equal(1);
    button.focus();
    await user.keyboard('{Enter}');
    expect(opened).to.equal(2);
    expect(document.activeElement).to.equal(button);
  });

  it('says of a file of another kind that is dropped why it is not taken, rather than passing it over', async () => {
    const { taken, getByRole, findByText } = await put();
    fireEvent.drop(getByRole('button', { name: 'choose one' }), {
      dataTransfer: { files: [file('notes.txt', 'text/plain')] },
    });
    await findByText('“notes.txt” is not a picture that can be read.');
    expect(taken).to.deep.equal([]);
  });

  it('refuses what is too large before anything is sent', async () => {
    const { taken, choose, findByText } = await put();
    const large = file('wall.png');
    Object.defineProperty(large, 'size', { value: (maxMegabytes + 1) * 1024 * 1024 });
    await choose(large);
    await findByText(`“wall.png” is over ${maxMegabytes} MB. Save a smaller copy and bring that in.`);
    expect(server.sent).to.deep.equal([]);
    expect(taken).to.deep.equal([]);
  });

  it('asks how large a vector drawing should be, and leaves it out when asked to', async () => {
    const { user, taken, choose, findByRole } = await put();
    await choose(file('boat.svg', 'image/svg+xml'));
    await user.click(await findByRole('button', { name: 'Leave it out' }));
    expect(server.sent).to.deep.equal([]);
    await choose(file('boat.svg', 'image/svg+xml'));
    const side = await findByRole('spinbutton', { name: 'Long side in pixels' });
    await user.clear(side);
    await user.type(side, '3000');
    await user.click(await findByRole('button', { name: 'Draw it' }));
    await waitFor(() => expect(taken).to.deep.equal([['boat.svg']]));
    expect(server.sent.map(({ longSide }) => longSide)).to.deep.equal([3000]);
  });

  it('stops when asked, with all that was still to come, and says so', async () => {
    const { user, taken, choose, findByRole, findByText } = await put();
    const letGo = server.hold();
    await choose(file('slow.png'), file('later.png'));
    await user.click(await findByRole('button', { name: 'Stop' }));
    await findByText('“slow.png” was not brought in, as you stopped it.');
    letGo();
    expect(server.sent.filter(({ name }) => name === 'later.png')).to.deep.equal([]);
    expect(taken).to.deep.equal([]);
  });

  it('says why what it brought in could not be taken on', async () => {
    const { taken, choose, findByRole } = await put(() =>
      Promise.reject(Object.assign(new Error(), { message: 'The work was deleted in another window.' })),
    );
    await choose(file('kettle.png'));
    expect((await findByRole('alert')).textContent).to.equal('The work was deleted in another window.');
    expect(taken).to.deep.equal([]);
  });
});
