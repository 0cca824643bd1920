import { Input } from 'antd';
import { useState } from 'react';
import { useWork, useDecide } from '../../../store/use-work.js';
import { DuplicateWork } from './duplicate-work.js';
import { Freehand } from './freehand.js';
import { OtherDevices } from '../flat-file/other-devices.js';
import { RecordLines } from './record-lines.js';
import { Sittings } from './sittings.js';
import { Stages } from './stages.js';
import { TakenSupplies } from './taken-supplies.js';
import { useRecord } from './use-record.js';
import * as leafCss from '../../../leaves/leaf/leaf.module.css';
import * as panelsCss from '../../../bench/panels.module.css';
import * as css from './record.module.css';

/** Words of the record that are written here, with what they are for. */
const written = [
  ['redone', 'What was redone, and why', 2000],
  ['nextTime', 'What to do differently next time, a line each', 4000],
  ['notes', 'Notes', 4000],
] as const;
/** Lines of the record that are written or changed below rather than listed. */
const editedBelow = new Set(['Redone', 'Notes', 'Next time', 'Sittings', 'Freehand', 'Kept']);

/** The work opened beside the easel, where a phone's camera takes photographs of its stages. */
function OnAnotherDevice({ id }: { id: string }) {
  const [open, setOpen] = useState(false);
  return (
    <details onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>Open on another device</summary>
      {open && <OtherDevices path={`works/${id}/file`} />}
    </details>
  );
}

/** The record of a work: what its stations know, and what is written in it by hand. */
export function Record() {
  const { id, map, decisions } = useWork();
  const decide = useDecide();
  const lines = useRecord();
  const { file } = decisions;
  return (
    <section className={leafCss.leaf} data-part="leaf" aria-label="Record">
      <header className={leafCss.leafHead}>
        <h2>Record</h2>
        <a href={`/api/works/${id}/bundle`} download>
          Download everything
        </a>
        {map && (
          <span className={panelsCss.mapState} data-part="map-state">
            Download the map:{' '}
            {(['json', 'svg', 'dxf'] as const).map((format) => (
              <a key={format} href={`/api/works/${id}/map.${format}`} download>
                {format.toUpperCase()}
              </a>
            ))}
          </span>
        )}
      </header>
      <div className={css.recordBody} tabIndex={0} role="region" aria-label="Record of the work">
        <RecordLines lines={lines.filter(({ about }) => !editedBelow.has(about))} />
        <Sittings />
        <Freehand />
        <TakenSupplies />
        {written.map(([key, label, maxLength]) => (
          <label key={key} className={panelsCss.used}>
            {label}
            <Input.TextArea
              autoSize={{ minRows: 2, maxRows: 8 }}
              maxLength={maxLength}
              value={file[key]}
              onChange={(event) => decide({ room: 'file', change: { [key]: event.target.value } })}
            />
          </label>
        ))}
        <Stages />
        <OnAnotherDevice id={id} />
        <DuplicateWork />
      </div>
    </section>
  );
}
