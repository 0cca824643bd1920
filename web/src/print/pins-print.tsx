import { MapDrawing } from '../leaves/map-drawing.js';
import { useKeptMapQuery } from '../store/api.js';
import { useWork } from '../store/hooks.js';
import { PinMarks } from '../stations/map/pins-tool.js';
import { useCorrections } from '../stations/map/use-corrections.js';
import { LaidOut } from './laid-out.js';
import { PrintPage } from './print-page.js';

/** The pins on paper: the map with their numbers, and what is to be remembered at each. */
export function PinsPrint() {
  return <LaidOut>{({ surface }) => <Sheet width={surface.width} height={surface.height} />}</LaidOut>;
}

function Sheet({ width, height }: { width: number; height: number }) {
  const work = useWork();
  const corrections = useCorrections();
  const { data } = useKeptMapQuery(work.id, { skip: work.map === null });
  return (
    <PrintPage title={`Pins on ${work.decisions.title}`} back="map?at=pins">
      <svg
        className="print-drawing"
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label="The map with its pins, numbered as in the list"
      >
        <rect className="print-surface" width={width} height={height} />
        {data && <MapDrawing map={data.document} lineMm={work.decisions.map.pencilMm} />}
        <PinMarks corrections={corrections} />
      </svg>
      <ol>
        {corrections.pins.map((pin) => (
          <li key={pin.id}>
            {pin.settled ? <s>{pin.text}</s> : pin.text} {pin.settled ? '(settled)' : '(open)'}
          </li>
        ))}
      </ol>
    </PrintPage>
  );
}
