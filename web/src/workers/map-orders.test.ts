import { expect } from 'chai';
import { mapRequestOf } from '@nobrel/core/file';
import { MapMaker } from '@nobrel/core/map';
import { sampleWork } from '../test-page.js';
import { makeInSteps, OrderedPictures, type MapOrder } from './map-orders.js';

/** The server's picture as a browser would decode it: 400 × 300, dark on the left, at whatever size it is asked for. */
class StandInBrowser {
  static fetched = 0;
  static answer: () => Response = () => new Response(new Blob(['jpeg']));
  static decodedAt: number[] = [];

  static put() {
    StandInBrowser.fetched = 0;
    StandInBrowser.decodedAt = [];
    StandInBrowser.answer = () => new Response(new Blob(['jpeg']));
    const before = { fetch: globalThis.fetch };
    Object.assign(globalThis, {
      fetch: () => {
        StandInBrowser.fetched++;
        return Promise.resolve(StandInBrowser.answer());
      },
      createImageBitmap: (_: Blob, { resizeWidth = 400, resizeHeight = 300 }: ImageBitmapOptions) => {
        StandInBrowser.decodedAt.push(resizeWidth);
        return Promise.resolve({ width: resizeWidth, height: resizeHeight, close: () => undefined });
      },
      OffscreenCanvas: class {
        constructor(
          readonly width: number,
          readonly height: number,
        ) {}
        getContext = () => ({
          drawImage: () => undefined,
          getImageData: (_x: number, _y: number, width: number, height: number) => ({
            data: Uint8ClampedArray.from({ length: 4 * width * height }, (_, i) =>
              i % 4 === 3 ? 255 : (i >> 2) % width < width / 2 ? 60 : 200,
            ),
          }),
        });
      },
    });
    return () => {
      Object.assign(globalThis, before);
      Reflect.deleteProperty(globalThis, 'createImageBitmap');
      Reflect.deleteProperty(globalThis, 'OffscreenCanvas');
    };
  }
}

/** Has every test of a suite read its pictures from there. */
function inStandInBrowser(): void {
  let takeAway: () => void = () => undefined;
  beforeEach(() => {
    takeAway = StandInBrowser.put();
  });
  afterEach(() => takeAway());
}

let pictures = 0;
/** An order of the sample work, of a picture that was never read before. */
function newOrder(fields: Partial<MapOrder> = {}): MapOrder {
  const request = mapRequestOf(sampleWork());
  if (!request) throw new Error('The sample work cannot be mapped.');
  return { ...request, picture: { ...request.picture, hash: `picture ${pictures++}` }, ...fields };
}

describe('pictures that maps are ordered of', () => {
  inStandInBrowser();

  it('are read once for all orders about them', async () => {
    const ordered = new OrderedPictures();
    const order = newOrder();
    const [one, other] = await Promise.all([ordered.requestFor(order), ordered.requestFor(order)]);
    expect(one.picture).to.equal(other.picture);
    expect([one.picture.width, one.picture.height]).to.deep.equal([400, 300]);
    expect(one.window).to.deep.equal(order.window);
    expect(StandInBrowser.fetched).to.equal(1);
  });

  it('are read no larger than is wanted, with the window where it was', async () => {
    const order = newOrder();
    const { picture, window } = await new OrderedPictures(100).requestFor(order);
    const shrink = 100 / Math.max(order.window.width, order.window.height);
    expect(picture.width).to.equal(Math.round(400 * shrink));
    expect(StandInBrowser.decodedAt).to.deep.equal([picture.width]);
    expect(window.width / picture.width).to.be.closeTo(order.window.width / 400, 1e-9);
    expect(window.x / picture.width).to.be.closeTo(order.window.x / 400, 1e-9);
  });

  it('are read as finely for a small part as for the whole', async () => {
    const window = { x: 100, y: 80, width: 120, height: 90 };
    const asked = await new OrderedPictures(100).requestFor(newOrder({ window }));
    expect(Math.max(asked.window.width, asked.window.height)).to.be.closeTo(100, 0.5);
  });

  it('of one name and two sizes are never taken for each other', async () => {
    const order = newOrder();
    const ordered = new OrderedPictures(100);
    const whole = await ordered.requestFor(order);
    const part = await ordered.requestFor({ ...order, window: { x: 0, y: 0, width: 120, height: 90 } });
    expect(part.pictureKey).not.to.equal(whole.pictureKey);
    expect(part.picture.width).to.be.greaterThan(whole.picture.width);
  });

  it('that could not be fetched are asked for anew the next time', async () => {
    const ordered = new OrderedPictures();
    const order = newOrder();
    StandInBrowser.answer = () => new Response(null, { status: 503 });
    const refused = await ordered.requestFor(order).catch((error: unknown) => error);
    expect(refused).to.be.an('error').with.property('message').that.includes('Reload the page to try again.');
    StandInBrowser.answer = () => new Response(new Blob(['jpeg']));
    expect((await ordered.requestFor(order)).picture.width).to.equal(400);
  });
});

describe('a map that is made step by step', () => {
  inStandInBrowser();

  it('tells how far it is, and ends when it is no longer wanted', async () => {
    const request = await new OrderedPictures().requestFor(newOrder());
    const stages: string[] = [];
    const map = await makeInSteps(
      new MapMaker(),
      request,
      () => true,
      ({ stage }) => stages.push(stage),
    );
    expect(map?.lines.length).to.be.greaterThan(0);
    expect(stages[0]).to.equal('Reading the picture');
    expect(stages.at(-1)).to.equal('Drawing the lines');
    let left = 3;
    expect(await makeInSteps(new MapMaker(), request, () => left-- > 0)).to.equal(null);
  });
});
