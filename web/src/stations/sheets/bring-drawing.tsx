import { Button } from 'antd';
import { wrap } from 'comlink';
import { useRef, useState } from 'react';
import { broughtMap } from '@nobrel/core/file';
import { counted, formatSize } from '@nobrel/core/units';
import { FileUpload, type FileChooser } from '../../bench/bring-in/file-upload.js';
import { ToolInHand } from '../../leaves/in-hand.js';
import { messageOf } from '../../store/api/base.js';
import { useNameVersionMutation } from '../../store/api/map.js';
import { useKeepMap } from '../../store/use-keep-map.js';
import { useUnit } from '../../store/hooks.js';
import { useWork } from '../../store/use-work.js';
import type { DrawingWorker } from '../../workers/drawing-worker.js';
import * as sentenceCss from '../../bench/sentence/sentence.module.css';

/** Larger files are no drawings a hand could trace. */
const maxBytes = 120e6;

/** Takes a drawing made elsewhere as the map of the work; the map there was stays as a version. */
export function BringTool() {
  return <ToolInHand sentence={<BringDrawing />} />;
}

function BringDrawing() {
  const work = useWork();
  const unit = useUnit();
  const chooser = useRef<FileChooser>(null);
  const reading = useRef<AbortController | null>(null);
  const keepMap = useKeepMap();
  const [nameVersion] = useNameVersionMutation();
  const [says, setSays] = useState<string[]>([]);
  const [fault, setFault] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  const take = async (file: File) => {
    setFault(null);
    setSays([]);
    if (file.size > maxBytes)
      return setFault('This file is too large for a drawing: simplify it where it was made.');
    setBusy(true);
    try {
      const stop = new AbortController();
      reading.current = stop;
      const read = await readInBackground(await file.text(), stop.signal);
      if ('fault' in read) return setFault(`${file.name}: ${read.fault}`);
      const document = broughtMap(work, read.map, file.name);
      if (!document) return setFault('The picture does not fit its surface yet: fix the sizes at Fit first.');
      // The map there was is not lost: it stays as a version, unless it has a name already.
      if (work.map?.name === null)
        await nameVersion({ id: work.id, name: `Before ${file.name}`.slice(0, 80) });
      const kept = await keepMap(work.id, document);
      if (kept.error) return setFault(messageOf(kept.error));
      const { width, height } = read.map.surface;
      setSays([
        `${counted(read.map.lines.length, 'line')} on ${formatSize(width, height, unit)}. The map there was is kept among the versions at Map.`,
        ...read.says,
      ]);
    } catch (error) {
      setFault(messageOf(error));
    } finally {
      setBusy(false);
    }
  };

  return (
    <>
      Bring in a drawing made elsewhere as the map, from SVG, DXF or a map file:{' '}
      <FileUpload
        ref={chooser}
        label="Drawing made elsewhere"
        accept=".svg,.dxf,.json,image/svg+xml,application/json"
        onFiles={([file]) => file && void take(file)}
      >
        <Button size="small" loading={busy} onClick={() => chooser.current?.choose()}>
          Choose a file
        </Button>
      </FileUpload>
      {busy && (
        <Button size="small" onClick={() => reading.current?.abort()}>
          Stop
        </Button>
      )}
      {fault && (
        <span className={sentenceCss.gapFault} role="alert">
          {fault}
        </span>
      )}
      {says.length > 0 && <span role="status"> {says.join(' ')}</span>}
    </>
  );
}

/** A drawing a hand could trace is read in much less, milliseconds. */
const maxMs = 5000;

/** Reads in a worker of its own, which is ended when it takes too long or nobody waits any more. */
async function readInBackground(text: string, stopped: AbortSignal) {
  const worker = new Worker(new URL('../../workers/drawing-worker.ts', import.meta.url), { type: 'module' });
  const ended = new Promise<{ fault: string }>((resolve) => {
    setTimeout(() => resolve({ fault: 'it takes too long to read. Simplify it where it was made.' }), maxMs);
    stopped.addEventListener('abort', () => resolve({ fault: 'stopped.' }));
  });
  try {
    return await Promise.race([wrap<DrawingWorker>(worker).read(text), ended]);
  } finally {
    worker.terminate();
  }
}
