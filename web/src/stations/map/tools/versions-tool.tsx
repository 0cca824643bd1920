import { Button, Select } from 'antd';
import { useState, type ReactNode } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import { broughtFrom, type MapSummary } from '@nobrel/core/file';
import { correctionSchema, mapSettingsSchema } from '@nobrel/core/map';
import { aboutMinutes, counted } from '@nobrel/core/units';
import { NameGap } from '../../../bench/sentence/gaps.js';
import { messageOf } from '../../../store/api/base.js';
import {
  useForgetVersionMutation,
  useNameVersionMutation,
  useVersionQuery,
  useVersionsQuery,
} from '../../../store/api/map.js';
import { MapDrawing } from '../../../leaves/drawn/map-drawing.js';
import type { DiptychSide } from '../../../leaves/side.js';
import { SurfaceSheet } from '../../../leaves/drawn/surface-sheet.js';
import { useKeepMap } from '../../../store/use-keep-map.js';
import { useDecide, useDecisions, useWorkId } from '../../../store/use-work.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import * as panelsCss from '../../../bench/panels.module.css';

/** How another version is held against the map: on the left leaf, or over the map in blue. */
type How = 'beside' | 'over';

/** Named versions of the map: kept, compared, restored. */
export function VersionsTool() {
  const id = useWorkId();
  const { pencilMm } = useDecisions('map');
  const { data: versions = [] } = useVersionsQuery(id);
  const [forget] = useForgetVersionMutation();
  const restore = useRestore();
  const [other, setOther] = useState<number | null>(null);
  const [how, setHow] = useState<How>('beside');
  const compared = useVersionQuery({ id, version: other ?? 0 }, { skip: other === null });
  const kept = other === null ? undefined : compared.data;
  const newest = versions[versions.length - 1];
  const named = versions.filter((version) => version.name !== null);
  return (
    <ToolInHand
      {...(kept && how === 'beside'
        ? { left: besideSide(kept.document, nameOf(kept.summary), pencilMm) }
        : {})}
      handles={
        kept && how === 'over' && <MapDrawing map={kept.document} lineMm={pencilMm} ink="var(--blue)" />
      }
      sentence={<KeepVersion />}
      panel={
        <section className={panelsCss.mapPanel} aria-label="Versions">
          <h3>Versions</h3>
          {named.length === 0 && (
            <p>None kept yet. Name this map above, and come back to it whenever you like.</p>
          )}
          <ul>
            {named.map((version) => (
              <VersionItem
                key={version.version}
                version={version}
                newest={newest}
                isCompared={other === version.version}
                onCompare={(is) => setOther(is ? version.version : null)}
                onDelete={() => void forget({ id, version: version.version })}
              >
                {kept && <Comparing how={how} onHow={setHow} onRestore={() => restore(kept.document)} />}
              </VersionItem>
            ))}
          </ul>
        </section>
      }
    />
  );
}

/** Goes back to what a kept map was made with. */
function useRestore(): (document: MapDocument) => void {
  const id = useWorkId();
  const decide = useDecide();
  const keepMap = useKeepMap();
  return (document) => {
    const settings = mapSettingsSchema.safeParse(document.settings);
    const list = correctionSchema.array().safeParse(document.settings['corrections'] ?? []);
    if (!settings.success || !list.success) return;
    // A drawing made elsewhere cannot be made again from its settings: it is laid back as it is.
    if (broughtFrom(document) !== null) void keepMap(id, document);
    decide({ room: 'map', change: settings.data }, { room: 'corrections', change: { list: list.data } });
  };
}

/** The map as it is now is given a name, and kept. */
function KeepVersion() {
  const id = useWorkId();
  const [nameVersion, naming] = useNameVersionMutation();
  const [name, setName] = useState('');
  const keep = () => {
    if (name.trim() === '') return;
    void nameVersion({ id, name: name.trim() })
      .unwrap()
      .then(() => setName(''))
      // The refusal is shown below the field.
      .catch(() => undefined);
  };
  return (
    <>
      <NameGap
        label="Name for this version"
        placeholder="Keep this map as…"
        enter="Keep"
        value={name}
        onChange={setName}
        onEnter={keep}
      />{' '}
      <span role="status">
        {naming.error ? messageOf(naming.error) : 'A kept version stays as it is; work goes on in a new one.'}
      </span>
    </>
  );
}

type ComparingProps = { how: How; onHow: (how: How) => void; onRestore: () => void };

/** What can be done with a version that is held against the map. */
function Comparing({ how, onHow, onRestore }: ComparingProps) {
  return (
    <>
      <Select<How>
        size="small"
        aria-label="How it is compared"
        value={how}
        onChange={onHow}
        options={[
          { value: 'beside', label: 'side by side' },
          { value: 'over', label: 'one over the other' },
        ]}
      />
      <Button size="small" onClick={onRestore}>
        Restore
      </Button>
    </>
  );
}

type VersionItemProps = {
  version: MapSummary;
  newest: MapSummary | undefined;
  isCompared: boolean;
  onCompare: (is: boolean) => void;
  onDelete: () => void;
  /** What can be done with it while it is compared. */
  children: ReactNode;
};

/** A version that was kept. */
function VersionItem({ version, newest, isCompared, onCompare, onDelete, children }: VersionItemProps) {
  return (
    <li>
      <strong>{nameOf(version)}</strong>{' '}
      <span>
        {counted(version.lines, 'line')}, {version.metres.toFixed(1)} m, {aboutMinutes(version.minutes)}
      </span>
      {newest && newest !== version && <span>{` ${changeSince(version, newest)}`}</span>}
      <span className={panelsCss.toolButtons}>
        <Button size="small" onClick={() => onCompare(!isCompared)}>
          {isCompared ? 'Stop comparing' : 'Compare'}
        </Button>
        {isCompared && children}
        <Button size="small" type="link" onClick={onDelete}>
          Delete
        </Button>
      </span>
    </li>
  );
}

/** Another version as the left leaf. */
const besideSide = (map: MapDocument, title: string, lineMm: number): DiptychSide => ({
  title,
  content: (
    <>
      <SurfaceSheet {...map.surface} />
      <MapDrawing map={map} lineMm={lineMm} />
    </>
  ),
});

const nameOf = (version: MapSummary) => version.name ?? `version ${version.version}`;

/** What the map has more or less of than an earlier version. */
function changeSince(before: MapSummary, now: MapSummary): string {
  const signed = (value: number, digits: number, unit: string) =>
    `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(digits)} ${unit}`;
  return `Since then ${[
    signed(now.lines - before.lines, 0, 'lines'),
    signed(now.metres - before.metres, 1, 'm'),
    signed(now.minutes - before.minutes, 0, 'min'),
  ].join(', ')}.`;
}
