import {
  dayOf,
  pastDayNotes,
  progressOf,
  standingOf,
  standings,
  stations,
  unknownNotes,
} from '@nobrel/core/file';
import { longSittingNotes, type TransferDecisions } from '@nobrel/core/transfer';
import type { Note } from '@nobrel/core/notes';
import { Notes } from '../../../bench/margin/notes.js';
import { StationBench } from '../../../bench/station.js';
import { useRemembered } from '../../../bench/use-remembered.js';
import { Diptych } from '../../../leaves/diptych.js';
import { MapOnSurface } from '../../../leaves/drawn/map-on-surface.js';
import { useMapOrReference } from '../../../leaves/drawn/use-map-or-reference.js';
import { useKeptMapQuery } from '../../../store/api/map.js';
import { useDecide, useWork } from '../../../store/use-work.js';
import { FileSentence } from './file-sentence.js';
import { Record } from './record.js';

/** The record of a work, and where its tracing is kept. */
export function FileStation() {
  const work = useWork();
  const decide = useDecide();
  const kept = useKeptMapQuery(work.id, { skip: work.map === null });
  const remembered = useRemembered('file');
  const { fit, map: mapSettings, transfer } = work.decisions;
  const map = work.map === null ? undefined : kept.data?.document;
  const left = useMapOrReference(<MapOnSurface surface={fit} map={map} lineMm={mapSettings.pencilMm} />);
  const notes: Note<Pick<TransferDecisions, 'sittings'>>[] = [
    ...pastDayNotes(work.decisions.file, dayOf(new Date())),
    ...longSittingNotes(transfer),
    ...remembered,
    ...unknownNotes(work.unknown ?? []),
    ...nextNotes(standings[standingOf(progressOf(work))]),
  ];
  return (
    <StationBench
      sentence={<FileSentence />}
      notes={<Notes notes={notes} onWay={(change) => decide({ room: 'transfer', change })} />}
    >
      <Diptych
        extent={{ x: 0, y: 0, width: fit.widthMm, height: fit.heightMm }}
        left={left}
        right={{ panel: <Record /> }}
      />
    </StationBench>
  );
}

/** What comes next, where that is at another station. */
const nextNotes = ({ station, next }: (typeof standings)[keyof typeof standings]): Note<never>[] =>
  station === 'file'
    ? []
    : [
        {
          id: 'file-next',
          weight: 'plain',
          says: `Next, at ${stations[station].name}: ${next}`,
          why: 'The record fills itself from what is done at each station.',
          ways: [],
        },
      ];
