import { Upload, type GetRef } from 'antd';
import { useImperativeHandle, useRef, type ReactNode, type Ref } from 'react';
import * as css from './bring-in.module.css';

/** Opens the browser's own chooser of files. */
export type FileChooser = { choose: () => void };

type FileUploadProps = {
  ref?: Ref<FileChooser>;
  /** What the field is called by whoever hears the page. */
  label: string;
  /** The kinds of files the chooser offers, as an input takes them. Others that are dropped are handed on as well. */
  accept: string;
  multiple?: boolean;
  /** A phone offers its camera. */
  camera?: boolean;
  /** Makes it an area dressed so, on which files are dropped, and which takes those that are pasted. */
  areaClassName?: string;
  /** Hears of all files that come at once: they are sent as the caller does, one after the other. */
  onFiles: (files: File[]) => void;
  /** What is shown; a button in it that opens the chooser is the caller's. */
  children: ReactNode;
};

/** Where files are chosen, dropped or pasted. */
export function FileUpload({
  ref,
  label,
  accept,
  multiple = false,
  camera = false,
  areaClassName,
  onFiles,
  children,
}: FileUploadProps) {
  const upload = useRef<GetRef<typeof Upload>>(null);
  useImperativeHandle(ref, () => ({
    choose: () => upload.current?.nativeElement?.querySelector('input')?.click(),
  }));
  return (
    <Upload
      ref={upload}
      type={areaClassName === undefined ? 'select' : 'drag'}
      pastable={areaClassName !== undefined}
      {...(areaClassName !== undefined && { classNames: { root: css.fileArea, trigger: areaClassName } })}
      aria-label={label}
      // What is dropped and cannot be read is said so by whoever reads it, not passed over.
      accept={{ format: accept, filter: 'native' }}
      multiple={multiple}
      {...(camera && { capture: 'environment' as const })}
      // The button inside is the way in; the area itself opens nothing.
      openFileDialogOnClick={false}
      hasControlInside
      showUploadList={false}
      beforeUpload={(file, files) => {
        if (file === files[0]) onFiles(files);
        return Upload.LIST_IGNORE;
      }}
    >
      {children}
    </Upload>
  );
}
