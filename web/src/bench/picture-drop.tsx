import { Button } from 'antd';
import { useEffect, useRef, useState, type DragEvent, type ReactNode } from 'react';

type PictureDropProps = {
  label: string;
  className?: string;
  /** What stands above, where there is room for it. */
  intro?: ReactNode;
  /** What stands before the button. */
  before: string;
  button: string;
  onFiles: (files: File[]) => void;
  children?: ReactNode;
};

/** A place that pictures are dropped on, pasted to, or chosen for. */
export function PictureDrop({
  label,
  className = '',
  intro,
  before,
  button,
  onFiles,
  children,
}: PictureDropProps) {
  const chooser = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const hand = useRef(onFiles);
  useEffect(() => {
    hand.current = onFiles;
  });
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (files.length > 0) hand.current(files);
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
    onFiles([...event.dataTransfer.files]);
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
          onFiles([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      {children}
    </section>
  );
}
