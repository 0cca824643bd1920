import type { MapDocument } from '@nobrel/core/documents';
import type { Given, Task } from '@nobrel/core/practice';
import type { DrillPicture } from './use-drill-source.js';

/** What a task is shown with. */
export type ViewProps = {
  task: Task;
  map: MapDocument;
  picture: DrillPicture | null;
  /** What was answered; null while it is not. */
  given: Given | null;
  onAnswer: (given: Given) => void;
};
