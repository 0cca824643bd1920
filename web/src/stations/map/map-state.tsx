import { Button, Progress } from 'antd';
import { useMemo } from 'react';
import { effortOf } from '@nobrel/core/map';
import { aboutMinutes, counted } from '@nobrel/core/units';
import { useHeld } from '../../store/held.js';
import type { Mapping } from '../../workers/use-mapping.js';
import * as panelsCss from '../../bench/panels.module.css';

/** What the map asks of the hand, or how far it has come. */
export function MapState({ mapping }: { mapping: Mapping }) {
  const { map, provisional, fault, stopped, stop, makeAgain } = mapping;
  const progress = useHeld(mapping.progress);
  const effort = useMemo(() => (map && !provisional ? effortOf(map) : null), [map, provisional]);
  if (provisional && progress) {
    return (
      <span className={panelsCss.mapState} data-part="map-state" role="status">
        <Progress type="circle" size={18} percent={Math.round(progress.share * 100)} showInfo={false} />{' '}
        {progress.stage}
        <Button size="small" onClick={stop}>
          Stop
        </Button>
      </span>
    );
  }
  if (fault || stopped) {
    return (
      <span className={panelsCss.mapState} data-part="map-state" role="alert">
        {fault ?? 'Stopped; this is the map before the change.'}
        <Button size="small" onClick={makeAgain}>
          Make it
        </Button>
      </span>
    );
  }
  if (!map) return null;
  // The map shown is still the one before the change: its figures would be taken for the new one's.
  if (!effort)
    return (
      <span className={panelsCss.mapState} data-part="map-state" role="status">
        Preparing the map …
      </span>
    );
  const { lines, metres, minutes } = effort;
  return (
    <span className={panelsCss.mapState} data-part="map-state" role="status">
      {counted(lines, 'line')}, {metres.toFixed(1)} m, {aboutMinutes(minutes)}
    </span>
  );
}
