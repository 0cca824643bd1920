import { Segmented } from 'antd';
import { useState, type ReactNode } from 'react';
import { findFitFault, layOut } from '@nobrel/core/fit';
import { useDecisions } from '../../store/use-work.js';
import { LookChoice } from './look-choice.js';
import { PictureOnSurface } from './main-picture.js';
import { SurfaceSheet } from './surface-sheet.js';
import type { DiptychSide } from '../side.js';
import { useLoupeDetails, useMainPicture } from './use-reference.js';

/**
 * A left leaf that shows the map, or the reference in any of its looks at the same place on the surface.
 *
 * @param map the map as it is drawn there
 */
export function useMapOrReference(
  map: ReactNode,
): Pick<DiptychSide, 'title' | 'tools' | 'content' | 'details'> {
  const fit = useDecisions('fit');
  const { preparation } = useMainPicture();
  const [shown, setShown] = useState<'map' | 'reference'>('map');
  const layout = findFitFault(fit) ? null : layOut(preparation, fit);
  const details = useLoupeDetails(layout ?? undefined);
  const choice = (
    <Segmented<'map' | 'reference'>
      size="small"
      aria-label="What the left leaf shows"
      options={['map', 'reference']}
      value={shown}
      onChange={setShown}
    />
  );
  if (shown === 'map' || !layout) return { title: 'Map', tools: layout && choice, content: map };
  return {
    title: 'Reference',
    tools: (
      <>
        <LookChoice />
        {choice}
      </>
    ),
    content: (
      <>
        <SurfaceSheet {...layout.surface} ground={fit.groundColour} />
        <PictureOnSurface layout={layout} />
      </>
    ),
    details,
  };
}
