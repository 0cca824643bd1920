import { Alert, Button, Spin } from 'antd';
import { useCallback, useEffect, useRef, useState, type DragEvent } from 'react';
import { useNavigate } from 'react-router';
import { mostMegabytes } from '@nobrel/core/reference';
import { messageOf, useBeginMutation, useBringInMutation } from '../../store/api.js';

/** The first picture among some files, or null. */
function firstFile(files: FileList | null | undefined): File | null {
  return files?.[0] ?? null;
}

/** One way to begin: drop, paste or choose a picture. */
export function BeginWork({ empty }: { empty: boolean }) {
  const navigate = useNavigate();
  const chooser = useRef<HTMLInputElement>(null);
  const [bringIn] = useBringInMutation();
  const [begin] = useBeginMutation();
  const [coming, setComing] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [over, setOver] = useState(false);

  const take = useCallback(
    async (file: File | null) => {
      if (!file) return;
      setFault(null);
      if (file.size > mostMegabytes * 1024 * 1024) {
        setFault(`“${file.name}” is over ${mostMegabytes} MB. Save a smaller copy and bring that in.`);
        return;
      }
      setComing(file.name);
      const picture = await bringIn(file);
      const work = picture.data ? await begin({ picture: picture.data.hash }) : null;
      setComing(null);
      if (work?.data) await navigate(`/works/${work.data.id}/reference`);
      else setFault(messageOf(picture.error ?? work?.error));
    },
    [bringIn, begin, navigate],
  );

  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => void take(firstFile(event.clipboardData?.files));
    // A picture dropped beside the field must not replace the page.
    const keep = (event: Event) => event.preventDefault();
    window.addEventListener('paste', onPaste);
    window.addEventListener('dragover', keep);
    window.addEventListener('drop', keep);
    return () => {
      window.removeEventListener('paste', onPaste);
      window.removeEventListener('dragover', keep);
      window.removeEventListener('drop', keep);
    };
  }, [take]);

  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void take(firstFile(event.dataTransfer.files));
  };
  return (
    <section
      className={`begin${over ? ' begin-over' : ''}${empty ? ' begin-empty' : ''}`}
      aria-label="Begin a work"
      onDragOver={() => setOver(true)}
      onDragLeave={() => setOver(false)}
      onDrop={onDrop}
    >
      {empty && (
        <>
          <h1>Nothing in the file yet</h1>
          <p>
            A work begins with a picture: a photograph, a sketch or an earlier painting. Nobrel fits it to
            your paper or canvas, maps its values into closed shapes, prints the lines at true size and leads
            you through the transfer. The hand still traces.
          </p>
        </>
      )}
      <p className="begin-line">
        {coming ? (
          <span role="status">
            <Spin size="small" /> Bringing in “{coming}”
          </span>
        ) : (
          <>
            Drop a picture here, paste one, or{' '}
            <Button type="primary" onClick={() => chooser.current?.click()}>
              Choose a picture
            </Button>
          </>
        )}
      </p>
      <input
        ref={chooser}
        type="file"
        accept="image/*"
        hidden
        aria-label="Picture file"
        onChange={(event) => {
          void take(firstFile(event.target.files));
          event.target.value = '';
        }}
      />
      {fault && <Alert type="error" showIcon title={fault} closable={{ onClose: () => setFault(null) }} />}
    </section>
  );
}
