import type { ReactNode } from 'react';
import type { DiptychSide } from '../../leaves/diptych.js';

/** What a tool puts in place of the usual: its decisions, and its leaves where they differ. */
export type ToolScreen = {
  sentence: ReactNode;
  left: DiptychSide;
  right?: DiptychSide | { panel: ReactNode };
};
