import { paperName, sheetKindWords } from '@nobrel/core/sheets';
import { Button, Input } from 'antd';
import { sidesWords, surfaceKind } from '@nobrel/core/fit';
import { creditOf, mainPictureOf, progressOf, standingOf, standings, stations } from '@nobrel/core/file';
import { minutesSpent, transferMethodNames } from '@nobrel/core/transfer';
import { counted, formatMinutes, formatSize, formatDate } from '@nobrel/core/units';
import { TextGap } from '../../bench/gaps.js';
import { Notes } from '../../bench/notes.js';
import { Sentence } from '../../bench/sentence.js';
import { StationBench } from '../../bench/station.js';
import { Diptych } from '../../leaves/diptych.js';
import { MapOnSurface } from '../../leaves/map-on-surface.js';
import { useMapOrReference } from '../../leaves/use-map-or-reference.js';
import { useKeptMapQuery } from '../../store/api/map.js';
import { useDecide, useUnit, useWork } from '../../store/hooks.js';

/** The record of a work, and where its tracing is kept. */
export function FileStation() {
  const work = useWork();
  const decide = useDecide();
  const kept = useKeptMapQuery(work.id, { skip: work.map === null });
  const { file, fit, map: mapSettings } = work.decisions;
  const map = work.map === null ? undefined : kept.data?.document;
  const standing = standings[standingOf(progressOf(work))];
  const left = useMapOrReference(<MapOnSurface surface={fit} map={map} lineMm={mapSettings.pencilMm} />);
  const change = (fields: Partial<typeof file>) => decide({ room: 'file', change: fields });
  return (
    <StationBench
      sentence={
        <Sentence>
          {file.transferredAt ? (
            <>
              Transferred on {formatDate(file.transferredAt)}; the tracing is kept in{' '}
              <TextGap
                label="Where the tracing is kept"
                placeholder="drawer, folder"
                value={file.tracingKept}
                maxLetters={500}
                onChange={(tracingKept) => change({ tracingKept })}
              />
              .{' '}
              <Button size="small" onClick={() => change({ transferredAt: null })}>
                It is not finished after all
              </Button>
            </>
          ) : (
            <>
              Not on the surface yet.{' '}
              <Button type="primary" onClick={() => change({ transferredAt: new Date().toISOString() })}>
                Mark as transferred
              </Button>
            </>
          )}
        </Sentence>
      }
      notes={
        <Notes
          notes={
            standing.station === 'file'
              ? []
              : [
                  {
                    id: 'file-next',
                    weight: 'plain',
                    says: `Next, at ${stations[standing.station].name}: ${standing.next}`,
                    why: 'The record fills itself from what is done at each station.',
                    ways: [],
                  },
                ]
          }
          onWay={() => undefined}
        />
      }
    >
      <Diptych
        extent={{ x: 0, y: 0, width: fit.widthMm, height: fit.heightMm }}
        left={left}
        right={{ panel: <Record /> }}
      />
    </StationBench>
  );
}

function Record() {
  const work = useWork();
  const unit = useUnit();
  const decide = useDecide();
  const { decisions, map, printings } = work;
  const { picture } = mainPictureOf(work);
  const { reference, fit, transfer, file } = decisions;
  const rows: [string, string][] = [
    ['Reference', `${picture.name}. ${creditOf(reference)}`],
    [
      'Surface',
      `${surfaceKind(fit.kind).name}, ${formatSize(fit.widthMm, fit.heightMm, unit)}, margins ${sidesWords(fit.marginsMm, unit)}`,
    ],
    [
      'Map',
      map
        ? `version ${map.version} of ${formatDate(map.madeAt)}: ${map.lines} lines, ${map.metres.toFixed(1)} m, estimated at ${formatMinutes(map.minutes)}`
        : 'none yet',
    ],
    [
      'Sheets',
      printings.length === 0
        ? 'none printed'
        : printings
            .map(
              (p) =>
                `${sheetKindWords(p.decisions.kind)} on ${paperName(p.decisions.paper)}, ${counted(p.pages, 'page')}, from map ${p.mapVersion}, ${formatDate(p.printedAt)}`,
            )
            .join('; '),
    ],
    ['Method', transferMethodNames[transfer.method]],
    ['Used', transfer.used || 'not noted'],
    [
      'Sittings',
      transfer.sittings.length === 0
        ? 'none timed'
        : `${transfer.sittings.length}, together ${formatMinutes(minutesSpent(transfer))}`,
    ],
    ['Tracing kept', file.tracingKept || 'not noted'],
  ];
  return (
    <section className="leaf record" aria-label="Record">
      <header className="leaf-head">
        <h2>Record</h2>
        <a href={`/api/works/${work.id}/bundle`} download>
          Download everything
        </a>
        {map && (
          <span className="map-state">
            Download the map:{' '}
            {(['json', 'svg', 'dxf'] as const).map((format) => (
              <a key={format} href={`/api/works/${work.id}/map.${format}`} download>
                {format.toUpperCase()}
              </a>
            ))}
          </span>
        )}
      </header>
      <div className="record-body" tabIndex={0} role="region" aria-label="Record of the work">
        <dl>
          {rows.map(([name, words]) => (
            <div key={name}>
              <dt>{name}</dt>
              <dd>{words}</dd>
            </div>
          ))}
        </dl>
        <label className="used">
          What to do differently next time
          <Input.TextArea
            autoSize={{ minRows: 2, maxRows: 6 }}
            maxLength={4000}
            value={file.nextTime}
            onChange={(event) => decide({ room: 'file', change: { nextTime: event.target.value } })}
          />
        </label>
      </div>
    </section>
  );
}
