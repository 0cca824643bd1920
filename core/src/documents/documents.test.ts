import { expect } from 'chai';
import { readMapDocument, writeMapDocument, type MapDocument } from './map-document.js';
import { mapToDxf } from './dxf.js';
import { DocumentError } from './read-document.js';
import { mapToSvg } from './svg.js';

/** A dark triangle on a light ground: one closed boundary inside the frame. */
function triangleMap(): MapDocument {
  const frameLine = (id: string, points: [number, number][]) =>
    ({
      id,
      kind: 'frame',
      edge: 'hard',
      contrast: 0,
      softness: 0,
      weight: 0,
      closed: true,
      points,
      left: null,
      right: 's1',
    }) as const;
  return {
    format: 'nobrel-map',
    version: 1,
    units: 'mm',
    surface: { width: 100, height: 80 },
    frame: { x: 0, y: 0, width: 100, height: 80 },
    values: [
      { level: 0, lightness: 20 },
      { level: 1, lightness: 80 },
    ],
    shapes: [
      {
        id: 's1',
        level: 1,
        area: 7550,
        rings: [[{ line: 'f1', reversed: false }], [{ line: 'a1', reversed: true }]],
      },
      { id: 's2', level: 0, area: 450, rings: [[{ line: 'a1', reversed: false }]] },
    ],
    lines: [
      frameLine('f1', [
        [0, 0],
        [100, 0],
        [100, 80],
        [0, 80],
      ]),
      {
        id: 'a1',
        kind: 'boundary',
        edge: 'soft',
        contrast: 60,
        softness: 2.5,
        weight: 0.8,
        closed: true,
        points: [
          [20, 20.125],
          [50, 20],
          [20, 50],
        ],
        left: 's1',
        right: 's2',
      },
    ],
    settings: { values: 2 },
  };
}

const edited = (change: (map: Record<string, unknown>) => void): string => {
  const map = JSON.parse(JSON.stringify(triangleMap())) as Record<string, unknown>;
  change(map);
  return JSON.stringify(map);
};

describe('the map document', () => {
  it('reads what it writes, unknown fields included', () => {
    const map = { ...triangleMap(), studio: 'boathouse' };
    map.lines[1] = { ...map.lines[1], remark: 'the sail' };
    expect(readMapDocument(writeMapDocument(map))).to.deep.equal(map);
  });

  it('refuses a newer version with a sentence', () => {
    const text = edited((map) => (map['version'] = 2));
    expect(() => readMapDocument(text)).to.throw(DocumentError, /version 2, newer than/);
  });

  const faults: [string, (map: Record<string, unknown>) => void, string][] = [
    ['a wrong kind', (map) => ((map['lines'] as { kind: string }[])[1].kind = 'squiggle'), 'lines.1.kind'],
    [
      'a point without y',
      (map) => ((map['lines'] as { points: unknown[] }[])[1].points[2] = [3]),
      'lines.1.points.2',
    ],
    ['a missing frame', (map) => delete map['frame'], 'frame'],
    [
      'a ring of no line',
      (map) => ((map['shapes'] as { rings: { line: string }[][] }[])[1].rings[0][0].line = 'zz'),
      'shapes.1.rings.0.0.line',
    ],
    [
      'a side that is no shape',
      (map) => ((map['lines'] as { left: string }[])[1].left = 's99'),
      'lines.1.left',
    ],
  ];
  for (const [name, change, field] of faults) {
    it(`names the first bad field: ${name}`, () => {
      try {
        readMapDocument(edited(change));
        expect.fail('it was read');
      } catch (error) {
        expect(error).to.be.instanceOf(DocumentError);
        expect((error as DocumentError).field).to.match(new RegExp(`^${field.replace(/\./g, '\\.')}`));
      }
    });
  }

  it('refuses other files', () => {
    expect(() => readMapDocument('no json')).to.throw(DocumentError, /not readable as JSON/);
    expect(() => readMapDocument('{"format":"other","version":1}')).to.throw(DocumentError, /not a map file/);
  });
});

describe('open formats', () => {
  it('SVG keeps millimetres, kinds and edges', () => {
    const svg = mapToSvg(triangleMap());
    expect(svg).to.include('width="100mm" height="80mm" viewBox="0 0 100 80"');
    expect(svg).to.include('<g data-kind="boundary">');
    expect(svg).to.match(
      /<path id="a1" data-kind="boundary" data-edge="soft" d="M20 20.125L50 20L20 50Z" stroke-dasharray/,
    );
    expect(svg.match(/<path /g)).to.have.length(2);
  });

  it('DXF is R12 in millimetres with y up and a layer a kind', () => {
    const pairs = mapToDxf(triangleMap()).trimEnd().split('\r\n');
    expect(pairs.length % 2).to.equal(0);
    expect(pairs[pairs.indexOf('$ACADVER') + 2]).to.equal('AC1009');
    expect(pairs[pairs.indexOf('$INSUNITS') + 2]).to.equal('4');
    const first = pairs.lastIndexOf('POLYLINE');
    expect(pairs.slice(first, first + 2 + 14)).to.include.members(['BOUNDARY', '20.0000', '59.8750']);
    expect(pairs.filter((value) => value === 'VERTEX')).to.have.length(7);
  });

  it('leaves lost and dropped lines out of what is drawn', () => {
    const map = triangleMap();
    map.lines[1] = { ...map.lines[1], kept: false };
    expect(mapToSvg(map)).to.match(/id="a1"[^>]*visibility="hidden"/);
    expect(mapToDxf(map)).not.to.include('50.0000');
  });
});
