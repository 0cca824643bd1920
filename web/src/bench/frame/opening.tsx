import * as css from './frame.module.css';

/** Said while something is opened: most of the time it is there before it is read. */
export function Opening({ what }: { what: string }) {
  return (
    <p className={css.opening} role="status">
      Opening {what} …
    </p>
  );
}
