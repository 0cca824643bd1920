import type { ReactNode } from 'react';
import { Hand } from '../leaves/in-hand.js';
import { Pointing } from '../leaves/leaf/pointed.js';
import { ToolSlots } from './margin/tool-slot.js';
import * as css from './bench.module.css';

/** The bench of one station: its sentence, the diptych, and the notes in the margin. */
export function StationBench({
  sentence,
  notes,
  children,
}: {
  sentence: ReactNode;
  notes: ReactNode;
  children: ReactNode;
}) {
  return (
    <Pointing>
      <Hand>
        <ToolSlots>
          <div className={css.station}>
            {sentence}
            <div className={css.stationBody}>
              {children}
              {notes}
            </div>
          </div>
        </ToolSlots>
      </Hand>
    </Pointing>
  );
}

/** What stands where something is still missing: what will be here and how to begin. */
export function Missing({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className={css.missing}>
      <h2>{title}</h2>
      {children}
    </div>
  );
}
