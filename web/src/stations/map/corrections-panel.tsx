import { Button } from 'antd';
import type { MapDocument } from '@nobrel/core/documents';
import { describeCorrection } from '@nobrel/core/map';
import type { Corrections } from '../../bench/use-corrections.js';
import { clsx } from 'clsx';
import * as panelsCss from '../../bench/panels.module.css';
import * as css from './map.module.css';

/** Everything changed by hand, newest first; what no longer fits says why and is kept. */
export function CorrectionsPanel({
  corrections,
  map,
}: {
  corrections: Corrections;
  map: MapDocument | null;
}) {
  const { list, takeBack } = corrections;
  if (list.length === 0) return null;
  const unplaced = new Map(map?.unplaced?.map(({ id, says }) => [id, says]));
  const misfits = list.filter(({ id }) => unplaced.has(id)).length;
  return (
    <details className={clsx(panelsCss.mapPanel, css.corrections)} open={misfits > 0 || undefined}>
      <summary>
        {list.length === 1 ? '1 correction' : `${list.length} corrections`} by hand
        {misfits > 0 && `, ${misfits} no longer fitting`}
      </summary>
      <ul>
        {[...list].reverse().map((correction) => (
          <li key={correction.id}>
            {describeCorrection(correction)}
            {unplaced.has(correction.id) && (
              <em> {unplaced.get(correction.id)} It is kept, should it fit again.</em>
            )}
            <Button size="small" type="link" onClick={() => takeBack(correction.id)}>
              Take back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
