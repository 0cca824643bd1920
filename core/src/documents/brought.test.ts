import { expect } from 'chai';
import fc from 'fast-check';
import { mapToDxf } from './dxf.js';
import { maxBroughtPoints } from './lines-as-map.js';
import type { MapDocument } from './map-document.js';
import { readDrawing } from './read-drawing.js';
import { DocumentError } from './read-document.js';
import { mapToSvg } from './svg.js';

const svg = (inside: string, head = 'width="200mm" height="100mm" viewBox="0 0 200 100"') =>
  `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" ${head}>${inside}</svg>`;

/** Points of each line, rounded to a hundredth. */
const pointsOf = ({ lines }: MapDocument) =>
  lines.map(({ points }) => points.map(([x, y]) => [Math.round(x * 100) / 100, Math.round(y * 100) / 100]));

describe('an SVG made elsewhere', () => {
  it('keeps its true size in every unit', () => {
    const line = '<line x1="10" y1="0" x2="20" y2="50"/>';
    for (const [head, scale] of [
      ['width="200mm" height="100mm" viewBox="0 0 200 100"', 1],
      ['width="20cm" height="10cm" viewBox="0 0 400 200"', 0.5],
      ['width="2in" height="1in" viewBox="0 0 192 96"', 25.4 / 96],
      ['width="192" height="96"', 25.4 / 96],
      ['width="72pt" height="36pt" viewBox="0 0 72 36"', 25.4 / 72],
      ['viewBox="0 0 96 96"', 25.4 / 96],
    ] as const) {
      const [points] = readDrawing(svg(line, head)).map.lines.map((one) => one.points);
      expect(points[1][0], head).to.be.closeTo(20 * scale, 1e-3);
      expect(points[1][1], head).to.be.closeTo(50 * scale, 1e-3);
    }
  });

  it('puts a view box of another ratio in the middle, as it is shown', () => {
    const { map } = readDrawing(
      svg('<path d="M0 0L10 10"/>', 'width="200mm" height="100mm" viewBox="0 0 10 10"'),
    );
    expect(pointsOf(map)[0]).to.deep.equal([
      [50, 0],
      [150, 100],
    ]);
  });

  it('follows nested transforms from the innermost outwards', () => {
    const { map } = readDrawing(
      svg(
        '<g transform="translate(100 10)"><g transform="scale(2)"><path transform="rotate(90)" d="M0 0H10"/></g></g>',
      ),
    );
    expect(pointsOf(map)[0]).to.deep.equal([
      [100, 10],
      [100, 30],
    ]);
  });

  it('follows curves and round forms to a twentieth of a millimetre', () => {
    const { map } = readDrawing(
      svg(
        '<circle cx="50" cy="50" r="40"/><path d="M100 50A40 40 0 0 1 180 50"/><path d="M0 0C0 55.2 44.8 100 100 100"/>',
      ),
    );
    const off = (line: number, x: number, y: number, r: number) =>
      map.lines[line].points.reduce((most, [px, py], i, all) => {
        const [qx, qy] = all[(i + 1) % all.length];
        const middle =
          i + 1 < all.length || map.lines[line].closed ? Math.hypot((px + qx) / 2 - x, (py + qy) / 2 - y) : r;
        return Math.max(most, Math.abs(Math.hypot(px - x, py - y) - r), Math.abs(middle - r));
      }, 0);
    expect(map.lines[0].closed).to.equal(true);
    expect(off(0, 50, 50, 40)).to.be.at.most(0.06);
    expect(off(1, 140, 50, 40)).to.be.at.most(0.06);
  });

  it('takes rectangles, polygons, copies and subpaths, and leaves out what is hidden', () => {
    const { map } = readDrawing(
      svg(
        `<rect x="1" y="2" width="3" height="4"/><polygon points="0,0 10,0 10,10"/>
         <defs><path id="p" d="M0 0h5"/></defs><use href="#p" x="20" y="30"/>
         <path d="M0 0h1zM5 5h1" style="fill:none"/><g display="none"><path d="M0 0h9"/></g>`,
      ),
    );
    expect(pointsOf(map)).to.deep.include([
      [20, 30],
      [25, 30],
    ]);
    expect(map.lines.filter(({ closed }) => closed)).to.have.length(3);
    expect(map.lines).to.have.length(5);
    expect(map.lines.every(({ kind }) => kind === 'detail')).to.equal(true);
  });

  it('passes over text, pictures, scripts and what lies outside, and says so', () => {
    const { says } = readDrawing(
      svg(
        '<text>Kettle</text><script>alert(1)</script><image href="http://x.invalid/a.png"/><use href="http://x.invalid/b.svg#p"/><path d="M0 0h9"/>',
      ),
    );
    expect(says.join(' '))
      .to.match(/text/)
      .and.to.match(/script/)
      .and.to.match(/picture/)
      .and.to.match(/outside the file/);
  });

  const bad: [string, string, RegExp][] = [
    ['is no SVG', '<html><p/></html>', /outermost part|cannot be read|can be read/],
    ['is cut off', '<svg width="1mm" height="1mm"><g', /do not fit together|no line/],
    ['has no lines', svg('<text>only words</text>'), /no line/],
    ['has no size', '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0h1"/></svg>', /how large it is/],
    [
      'hides things in entities',
      '<!DOCTYPE svg [<!ENTITY a "b">]><svg width="1mm" height="1mm"/>',
      /entities/,
    ],
    [
      'has a million segments',
      svg(`<path d="M0 0${'l1 1l-1 -1'.repeat(maxBroughtPoints)}"/>`),
      /too many to trace/,
    ],
    [
      'is nested without end',
      svg('<g>'.repeat(300) + '<path d="M0 0h1"/>' + '</g>'.repeat(300)),
      /too deeply/,
    ],
  ];
  for (const [name, text, message] of bad) {
    it(`that ${name} is refused with a sentence`, () => {
      expect(() => readDrawing(text)).to.throw(DocumentError, message);
    });
  }

  it('never ends in anything but a map or a sentence', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (text) => {
        try {
          readDrawing(svg(`<path d="${text.replace(/[<>&"]/g, '')}"/><path d="M0 0h9"/>`));
        } catch (error) {
          expect(error).to.be.instanceOf(DocumentError);
        }
      }),
      { numRuns: 200 },
    );
  });
});

/** The text of a DXF of some entities. */
const dxf = (entities: string, header = '') =>
  `0\nSECTION\n2\nHEADER\n${header}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`;

describe('a DXF made elsewhere', () => {
  it('is turned over, as it counts upwards, and lies in its own limits', () => {
    const { map } = readDrawing(dxf('0\nLINE\n8\n0\n10\n10\n20\n20\n11\n40\n21\n80\n'));
    expect(map.surface).to.deep.equal({ width: 30, height: 60 });
    expect(pointsOf(map)[0]).to.deep.equal([
      [0, 60],
      [30, 0],
    ]);
  });

  it('keeps inches true', () => {
    const { map } = readDrawing(dxf('0\nLINE\n8\n0\n10\n0\n20\n0\n11\n2\n21\n1\n', '9\n$INSUNITS\n70\n1\n'));
    expect(map.surface).to.deep.equal({ width: 50.8, height: 25.4 });
  });

  it('follows arcs, circles and bulges', () => {
    const { map } = readDrawing(
      dxf(
        '0\nCIRCLE\n8\n0\n10\n50\n20\n50\n40\n25\n0\nARC\n8\n0\n10\n50\n20\n50\n40\n25\n50\n0\n51\n90\n' +
          '0\nLWPOLYLINE\n8\n0\n90\n2\n70\n0\n10\n25\n20\n50\n42\n1\n10\n75\n20\n50\n',
      ),
    );
    expect(map.lines).to.have.length(3);
    const centre = { x: map.surface.width / 2, y: map.surface.height / 2 };
    for (const { points } of map.lines)
      for (const [x, y] of points) expect(Math.hypot(x - centre.x, y - centre.y)).to.be.closeTo(25, 0.05);
  });

  it('that is broken is refused with a sentence', () => {
    for (const text of ['0\nSECTION\n2\nENTITIES\n0\nLINE\n10\nnonsense', dxf('0\nTEXT\n8\n0\n1\nwords\n')])
      expect(() => readDrawing(text)).to.throw(DocumentError, /\.$/);
  });
});

describe('our own files', () => {
  it('come back from SVG and DXF where they were', () => {
    const { map } = readDrawing(svg('<path d="M10 20L30 45L60 5"/><path d="M100 50h50v40z"/>'));
    for (const text of [mapToSvg(map), mapToDxf(map)]) {
      const again = readDrawing(text).map;
      expect(again.surface).to.deep.equal(map.surface);
      expect(pointsOf(again)).to.deep.equal(pointsOf(map));
      expect(again.lines.map(({ closed }) => closed)).to.deep.equal([false, true]);
    }
  });
});
