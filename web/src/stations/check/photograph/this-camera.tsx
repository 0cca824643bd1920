import { useState } from 'react';
import { useBringIn } from '../../../bench/bring-in/use-bring-in.js';
import { useCheckBench } from '../use-check.js';
import { Photographing } from './photographing.js';
import * as panelsCss from '../../../bench/panels.module.css';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';

/** A photograph taken with the camera of this device. */
export function ThisCamera() {
  const check = useCheckBench();
  const bringing = useBringIn();
  const [open, setOpen] = useState(false);
  const { width: widthMm, height: heightMm } = check.map.surface;
  return (
    <details className={panelsCss.tryIt} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>With this device’s camera</summary>
      {open && (
        <Photographing
          size={{ widthMm, heightMm }}
          useIt="Check it"
          onPhotograph={async (file) => {
            const [picture] = await bringing.take([file]);
            if (picture) await check.take(picture);
          }}
        />
      )}
      {bringing.faults.map((says) => (
        <p key={says} className={sentenceCss.gapFault} role="alert">
          {says}
        </p>
      ))}
    </details>
  );
}
