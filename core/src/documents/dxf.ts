import { lineKinds, type MapDocument, type MapLine } from './map-document.js';

/** Colour numbers of DXF for the layers: 7 is black on white, 5 blue, 8 grey. */
const layerColours: Readonly<Record<MapLine['kind'], number>> = {
  boundary: 7,
  detail: 7,
  direction: 8,
  hidden: 8,
  guide: 5,
  frame: 8,
};

/** Points that are to be written, mm from the top left. */
type Place = { x: number; y: number };

/**
 * A map as DXF R12 ASCII in mm, a layer a kind, y turned to point up as the format expects.
 *
 * Written by hand: R12 knows only the old POLYLINE … SEQEND entities, which the usual writing packages have
 * left behind, and older plotters and cutters read nothing newer. Lines that are lost or left out are not written.
 */
export function mapToDxf(map: MapDocument): string {
  const { surface } = map;
  const layers = lineKinds.map((kind): [string, number] => [kind.toUpperCase(), layerColours[kind]]);
  return dxfOf(surface, layers, (put) => {
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
        put(10, coordinate(x));
        put(20, coordinate(surface.height - y));
      }
      put(0, 'SEQEND');
      put(8, layer);
    }
  });
}

/** Holes of a pricking pattern as points of DXF R12, in mm. */
export function holesToDxf(holes: readonly Place[], surface: MapDocument['surface']): string {
  return dxfOf(surface, [['HOLES', 7]], (put) => {
    for (const { x, y } of holes) {
      put(0, 'POINT');
      put(8, 'HOLES');
      put(10, coordinate(x));
      put(20, coordinate(surface.height - y));
    }
  });
}

const coordinate = (value: number) => value.toFixed(4);

type Put = (code: number, value: string | number) => void;

/** The frame of a DXF R12 file around its entities. */
function dxfOf(
  { width, height }: { width: number; height: number },
  layers: readonly (readonly [string, number])[],
  entities: (put: Put) => void,
): string {
  const out: string[] = [];
  const put: Put = (code, value) => out.push(String(code), String(value));
  put(0, 'SECTION');
  put(2, 'HEADER');
  put(9, '$ACADVER');
  put(1, 'AC1009');
  put(9, '$INSUNITS');
  put(70, 4);
  put(9, '$EXTMIN');
  put(10, coordinate(0));
  put(20, coordinate(0));
  put(9, '$EXTMAX');
  put(10, coordinate(width));
  put(20, coordinate(height));
  put(0, 'ENDSEC');

  put(0, 'SECTION');
  put(2, 'TABLES');
  put(0, 'TABLE');
  put(2, 'LAYER');
  put(70, layers.length);
  for (const [name, colour] of layers) {
    put(0, 'LAYER');
    put(2, name);
    put(70, 0);
    put(62, colour);
    put(6, 'CONTINUOUS');
  }
  put(0, 'ENDTAB');
  put(0, 'ENDSEC');

  put(0, 'SECTION');
  put(2, 'ENTITIES');
  entities(put);
  put(0, 'ENDSEC');
  put(0, 'EOF');
  return out.join('\r\n') + '\r\n';
}
