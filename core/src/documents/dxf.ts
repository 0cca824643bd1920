import { lineKinds, type MapDocument, type MapLine } from './map-document.js';

/** AutoCAD colour numbers for the layers: 7 is black on white, 5 blue, 8 grey. */
const layerColours: Readonly<Record<MapLine['kind'], number>> = {
  boundary: 7,
  detail: 7,
  direction: 8,
  hidden: 8,
  guide: 5,
  frame: 8,
};

/**
 * A map as DXF R12 ASCII in mm, a layer a kind, y turned to point up as the format expects.
 *
 * Written by hand: R12 knows only the old POLYLINE … SEQEND entities, which the usual writing packages have
 * left behind, and older plotters and cutters read nothing newer. Lines that are lost or left out are not written.
 */
export function mapToDxf(map: MapDocument): string {
  const out: string[] = [];
  const put = (code: number, value: string | number) => out.push(String(code), String(value));
  const number = (value: number) => value.toFixed(4);

  put(0, 'SECTION');
  put(2, 'HEADER');
  put(9, '$ACADVER');
  put(1, 'AC1009');
  put(9, '$INSUNITS');
  put(70, 4);
  put(9, '$EXTMIN');
  put(10, number(0));
  put(20, number(0));
  put(9, '$EXTMAX');
  put(10, number(map.surface.width));
  put(20, number(map.surface.height));
  put(0, 'ENDSEC');

  put(0, 'SECTION');
  put(2, 'TABLES');
  put(0, 'TABLE');
  put(2, 'LAYER');
  put(70, lineKinds.length);
  for (const kind of lineKinds) {
    put(0, 'LAYER');
    put(2, kind.toUpperCase());
    put(70, 0);
    put(62, layerColours[kind]);
    put(6, 'CONTINUOUS');
  }
  put(0, 'ENDTAB');
  put(0, 'ENDSEC');

  put(0, 'SECTION');
  put(2, 'ENTITIES');
  for (const line of map.lines) {
    if (line.edge === 'lost' || line.kept === false) continue;
    const layer = line.kind.toUpperCase();
    put(0, 'POLYLINE');
    put(8, layer);
    put(66, 1);
    put(70, line.closed ? 1 : 0);
    for (const [x, y] of line.points) {
      put(0, 'VERTEX');
      put(8, layer);
      put(10, number(x));
      put(20, number(map.surface.height - y));
    }
    put(0, 'SEQEND');
    put(8, layer);
  }
  put(0, 'ENDSEC');
  put(0, 'EOF');
  return out.join('\r\n') + '\r\n';
}
