import { Button } from 'antd';
import { lazy, Suspense, useEffect, useRef, useState, type DragEvent, type ReactNode } from 'react';
import type { StoredPicture } from '@nobrel/core/file';
import { messageOf } from '../../store/api/base.js';
import { useBringIn } from './use-bring-in.js';

const BringInState = lazy(async () => ({ default: (await import('./bring-in-state.js')).BringInState }));

type PictureDropProps = {
  label: string;
  className?: string;
  /** What stands above, where there is room for it. */
  intro?: ReactNode;
  /** What stands before the button. */
  before: string;
  button: string;
  /** What becomes of the pictures that could be kept; what it throws is said as a failed call. */
  onTaken: (pictures: StoredPicture[]) => Promise<void>;
};

/** A place that pictures are dropped on, pasted to, or chosen for; it sends them and says what was refused. */
export function PictureDrop({ label, className = '', intro, before, button, onTaken }: PictureDropProps) {
  const chooser = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const bringing = useBringIn();
  const [fault, setFault] = useState<string | null>(null);
  const take = async (files: File[]) => {
    setFault(null);
    try {
      const pictures = await bringing.take(files);
      if (pictures.length > 0) await onTaken(pictures);
    } catch (error) {
      setFault(messageOf(error));
    }
  };
  const hand = useRef(take);
  useEffect(() => {
    hand.current = take;
  });
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (files.length > 0) void hand.current(files);
    };
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
  }, []);
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void take([...event.dataTransfer.files]);
  };
  return (
    <section
      className={`begin${over ? ' begin-over' : ''} ${className}`}
      aria-label={label}
      onDragOver={() => setOver(true)}
      onDragLeave={() => setOver(false)}
      onDrop={onDrop}
    >
      {intro}
      <p className="begin-line">
        {before}{' '}
        <Button type="primary" onClick={() => chooser.current?.click()}>
          {button}
        </Button>
      </p>
      <input
        ref={chooser}
        type="file"
        accept="image/*"
        multiple
        hidden
        aria-label="Picture file"
        onChange={(event) => {
          void take([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      {(bringing.coming ?? bringing.asked ?? bringing.faults[0]) && (
        <Suspense>
          <BringInState state={bringing} />
        </Suspense>
      )}
      {fault && (
        <p className="gap-fault" role="alert">
          {fault}
        </p>
      )}
    </section>
  );
}
