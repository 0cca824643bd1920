import { Button } from 'antd';
import { lazy, Suspense, useEffect, useRef, useState, type ReactNode } from 'react';
import type { StoredPicture } from '@nobrel/core/file';
import { messageOf } from '../../store/api/base.js';
import { clsx } from 'clsx';
import { FileUpload, type FileChooser } from './file-upload.js';
import { useBringIn } from './use-bring-in.js';
import * as css from './bring-in.module.css';
import * as sentenceCss from '../sentence/sentence.module.css';

const BringInState = lazy(async () => ({ default: (await import('./bring-in-state.js')).BringInState }));

type PictureDropProps = {
  label: string;
  /** It has the page to itself. */
  roomy?: boolean;
  /** What stands above, where there is room for it. */
  intro?: ReactNode;
  /** What stands before the button. */
  before: string;
  button: string;
  /** What becomes of the pictures that could be kept; what it throws is said as a failed call. */
  onTaken: (pictures: StoredPicture[]) => Promise<void>;
};

/** A place that pictures are dropped on, pasted to, or chosen for; it sends them and says what was refused. */
export function PictureDrop({ label, roomy = false, intro, before, button, onTaken }: PictureDropProps) {
  const chooser = useRef<FileChooser>(null);
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
  useEffect(() => {
    // A picture dropped beside the field must not replace the page.
    const keep = (event: Event) => event.preventDefault();
    window.addEventListener('dragover', keep);
    window.addEventListener('drop', keep);
    return () => {
      window.removeEventListener('dragover', keep);
      window.removeEventListener('drop', keep);
    };
  }, []);
  return (
    <section aria-label={label}>
      <FileUpload
        ref={chooser}
        label="Picture file"
        accept="image/*"
        multiple
        areaClassName={clsx(css.begin, roomy && css.beginRoomy)}
        onFiles={(files) => void take(files)}
      >
        {intro}
        <p className={css.beginLine}>
          {before}{' '}
          <Button type="primary" onClick={() => chooser.current?.choose()}>
            {button}
          </Button>
        </p>
        {(bringing.coming ?? bringing.asked ?? bringing.faults[0]) && (
          <Suspense>
            <BringInState state={bringing} />
          </Suspense>
        )}
        {fault && (
          <p className={sentenceCss.gapFault} role="alert">
            {fault}
          </p>
        )}
      </FileUpload>
    </section>
  );
}
