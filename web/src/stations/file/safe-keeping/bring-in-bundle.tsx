import { Alert, Button, Progress } from 'antd';
import { useRef, useState } from 'react';
import { FileUpload, type FileChooser } from '../../../bench/bring-in/file-upload.js';
import { useBringInBundleMutation } from '../../../store/api/keep.js';
import { faultOf, LongWork, useLongWork } from './long-work.js';

/** Brings a work in that was taken out whole, here or elsewhere. */
export function BringInBundle() {
  const chooser = useRef<FileChooser>(null);
  const [bringIn, { data, error, isLoading }] = useBringInBundleMutation();
  const { task, howFar, begun, stop } = useLongWork(isLoading);
  /** The share that has been sent, 0–1. */
  const [sent, setSent] = useState(0);
  const fault = faultOf(error);
  const begin = (file: File) => {
    setSent(0);
    begun(bringIn({ file, task, onSent: setSent }));
  };
  return (
    <section aria-label="A work from a bundle">
      <h3>A work from a bundle</h3>
      <p>A work that was downloaded whole at File comes in as a work of its own; nothing is written over.</p>
      {!isLoading && (
        <FileUpload
          ref={chooser}
          label="Bundle file"
          accept=".zip,application/zip"
          onFiles={([file]) => file && begin(file)}
        >
          <Button size="small" onClick={() => chooser.current?.choose()}>
            Choose a bundle
          </Button>
        </FileUpload>
      )}
      {isLoading && sent < 1 && (
        <p>
          Sending it: <Progress percent={Math.round(100 * sent)} size="small" aria-label="Sent" />
        </p>
      )}
      {isLoading && <LongWork counts="picture" howFar={howFar} onStop={stop} />}
      {fault !== null && <Alert type="error" title={fault} />}
      {data && !isLoading && <p role="status">“{data.decisions.title}” came in.</p>}
    </section>
  );
}
