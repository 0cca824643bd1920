import { findFitFault } from '../fit/index.js';
import { paperName } from '../sheets/index.js';
import { counted, formatLength, formatMinutes, formatSize, type LengthUnit } from '../units/index.js';
import type { Station } from './station-ids.js';
import { mainPictureOf, type Work } from './work.js';

/** A station: all that the strip, the tour and the docs know of it. */
export type StationModule = {
  name: string;
  /** What is done there, as a sentence. */
  help: string;
  /** The one live fact under its name. */
  fact: (work: Work, unit: LengthUnit) => string;
};

export const stations: Readonly<Record<Station, StationModule>> = {
  reference: {
    name: 'Reference',
    help: 'Bring in the picture, square and crop it, and note whose it is.',
    fact: (work) => {
      const { preparation, squaring } = mainPictureOf(work);
      const megapixels = `${((preparation.width * preparation.height) / 1e6).toFixed(1)} megapixels`;
      return squaring.corners ? `squared, ${megapixels}` : megapixels;
    },
  },
  fit: {
    name: 'Fit',
    help: 'Choose the surface and its size, and where the picture goes on it.',
    fact: ({ decisions: { fit } }, unit) =>
      findFitFault(fit) ? 'sizes to fix' : formatSize(fit.widthMm, fit.heightMm, unit),
  },
  map: {
    name: 'Map',
    help: 'Make the map: the lines and values that will be traced.',
    fact: ({ map }) => (map ? `${counted(map.lines, 'line')}, ${formatMinutes(map.minutes)}` : 'no map yet'),
  },
  sheets: {
    name: 'Sheets',
    help: 'Print the map at true size, in as many sheets as it takes.',
    fact: ({ decisions, printings }) => {
      const last = printings.at(-1);
      return last ? `${counted(last.pages, 'page')} printed` : `on ${paperName(decisions.sheets.paper)}`;
    },
  },
  check: {
    name: 'Check',
    help: 'Photograph the drawing and see what to move, and by how much.',
    fact: ({ decisions: { check } }, unit) => {
      const last = check.rounds.at(-1);
      if (!last) return 'no round yet';
      const { of, figures } = last;
      if (!figures || of === 'drawing') {
        const off = figures ? `, ${formatLength(figures.meanOffMm, unit)} off` : '';
        return `round ${check.rounds.filter((round) => round.of === of).length}${off}`;
      }
      if (of === 'under-way') return `${figures.missing} still to trace`;
      return `${figures.missing + figures.moved + figures.extra + figures.doubled} to put right`;
    },
  },
  transfer: {
    name: 'Transfer',
    help: 'Carry the drawing onto the surface, step by step.',
    fact: (work) => {
      const traced = work.decisions.transfer.run.traced.length;
      if (traced > 0 && work.map && traced < work.map.lines)
        return `${traced} of ${counted(work.map.lines, 'line')}`;
      // How many there are depends on the method; only its station needs to know, so that the first page stays light.
      return `${counted(Object.keys(work.decisions.transfer.done).length, 'step')} done`;
    },
  },
  file: {
    name: 'File',
    help: 'Keep the record: what was used, where the tracing is, what to do next time.',
    fact: ({ decisions }) => (decisions.file.transferredAt ? 'transferred' : 'not finished'),
  },
};
