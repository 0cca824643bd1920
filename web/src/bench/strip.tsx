import { NavLink } from 'react-router';
import {
  mainPictureOf,
  sheetsToJoin,
  stationNames,
  stations,
  type Station,
  type Work,
} from '@nobrel/core/file';
import { findFitFault, surfaceOf } from '@nobrel/core/fit';
import { paperName } from '@nobrel/core/sheets';
import { transferSteps } from '@nobrel/core/transfer';
import { counted, formatMinutes, formatSize, type LengthUnit } from '@nobrel/core/units';
import { useUnit, useWork } from '../store/hooks.js';

/** The order of work: every station with its number, name and one live fact. */
export function Strip() {
  const work = useWork();
  const unit = useUnit();
  return (
    <nav className="strip" aria-label="Order of work">
      <ol>
        {stations.map((station, index) => (
          <li key={station}>
            <NavLink to={`/works/${work.id}/${station}`}>
              <span className="strip-number">{index + 1}</span>
              <span className="strip-name">{stationNames[station]}</span>
              <span className="strip-fact">{factOf(station, work, unit)}</span>
            </NavLink>
          </li>
        ))}
      </ol>
    </nav>
  );
}

/** Steps of the transfer as they stand for a work. */
export function stepsOf(work: Work) {
  return transferSteps(surfaceOf(work.decisions.fit), work.decisions.transfer, sheetsToJoin(work));
}

function factOf(station: Station, work: Work, unit: LengthUnit): string {
  const { decisions, map, printings } = work;
  switch (station) {
    case 'reference': {
      const { preparation, squaring } = mainPictureOf(work);
      const megapixels = `${((preparation.width * preparation.height) / 1e6).toFixed(1)} megapixels`;
      return squaring.corners ? `squared, ${megapixels}` : megapixels;
    }
    case 'fit':
      return findFitFault(decisions.fit)
        ? 'sizes to mend'
        : formatSize(decisions.fit.widthMm, decisions.fit.heightMm, unit);
    case 'map':
      return map ? `${counted(map.lines, 'line')}, ${formatMinutes(map.minutes)}` : 'no map yet';
    case 'sheets': {
      const last = printings.at(-1);
      const paper = paperName(decisions.sheets.paper);
      return last ? `${counted(last.pages, 'page')} printed` : `on ${paper}`;
    }
    case 'transfer': {
      const steps = stepsOf(work);
      const done = steps.filter((step) => decisions.transfer.done[step.id] !== undefined).length;
      return `${done} of ${steps.length} steps`;
    }
    case 'file':
      return decisions.file.transferredAt ? 'transferred' : 'not finished';
  }
}
