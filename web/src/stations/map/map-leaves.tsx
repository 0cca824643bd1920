import { Select, Slider } from 'antd';
import { useState } from 'react';
import type { Wash } from '@nobrel/core/map';
import { useHeldKey, useKey } from '../../bench/keys/use-key.js';
import { Diptych } from '../../leaves/diptych.js';
import { useInHand } from '../../leaves/in-hand.js';
import { LookChoice } from '../../leaves/drawn/look-choice.js';
import { PictureOnSurface } from '../../leaves/drawn/main-picture.js';
import { useLoupeDetails } from '../../leaves/drawn/use-reference.js';
import { useDecisions } from '../../store/use-work.js';
import type { Mapping } from '../../workers/use-mapping.js';
import { useBenchMap } from './bench-map.js';
import { MapState } from './map-state.js';
import { PinMarks } from './pin-marks.js';
import { legendOf, shownOptions, ShownMap, washOptions, type Shown } from './shown-map.js';
import * as leavesCss from '../../leaves/leaves.module.css';

/** The reference at the scale of the surface, and the map beside it. */
export function MapLeaves({ mapping }: { mapping: Mapping }) {
  const { layout, map } = useBenchMap();
  const tried = useInHand().map;
  const details = useLoupeDetails(layout);
  const settings = useDecisions('map');
  const { groundColour } = useDecisions('fit');
  const [shown, setShown] = useState<Shown>('lines');
  const [wash, setWash] = useState<Wash>('none');
  const [over, setOver] = useState(0);
  const held = useHeldKey('under');
  useKey('greys', () => setShown((now) => (now === 'greys' ? 'lines' : 'greys')));
  return (
    <Diptych
      extent={{ x: 0, y: 0, ...layout.surface }}
      left={{
        title: 'Reference',
        tools: <LookChoice />,
        content: (
          <>
            <PictureOnSurface layout={layout} />
            <PinMarks />
          </>
        ),
        details,
        tool: 'marks',
      }}
      right={{
        title: 'Map',
        tools: (
          <>
            <MapState mapping={mapping} />
            <ShownChoice shown={shown} onShown={setShown} wash={wash} onWash={setWash} />
            {shown !== 'surface' && <PictureUnder share={over} onShare={setOver} />}
          </>
        ),
        content: (
          <ShownMap
            map={tried ?? map}
            shown={shown}
            wash={wash}
            layout={layout}
            settings={settings}
            ground={groundColour}
            pictureOpacity={held ? 1 : over}
            provisional={mapping.provisional && !tried}
          >
            <PinMarks />
          </ShownMap>
        ),
        legend: legendOf(shown, wash, settings, groundColour),
        tool: 'marks and handles',
      }}
    />
  );
}

type ShownChoiceProps = {
  shown: Shown;
  onShown: (shown: Shown) => void;
  wash: Wash;
  onWash: (wash: Wash) => void;
};

function ShownChoice({ shown, onShown, wash, onWash }: ShownChoiceProps) {
  return (
    <>
      <Select<Shown>
        size="small"
        aria-label="How the map is shown"
        popupMatchSelectWidth={false}
        value={shown}
        options={shownOptions.map((option) => ({ ...option }))}
        onChange={onShown}
      />
      {shown === 'surface' && (
        <Select<Wash>
          size="small"
          aria-label="What lies over the lines"
          popupMatchSelectWidth={false}
          value={wash}
          options={washOptions.map((option) => ({ ...option }))}
          onChange={onWash}
        />
      )}
    </>
  );
}

/** How strongly the picture shows under the map, 0 to 1. */
function PictureUnder({ share, onShare }: { share: number; onShare: (share: number) => void }) {
  return (
    <label className={leavesCss.overlaySlider}>
      picture
      <Slider
        min={0}
        max={100}
        value={Math.round(share * 100)}
        onChange={(value) => onShare(value / 100)}
        tooltip={{ formatter: (value) => `${value ?? 0} %` }}
        ariaLabelForHandle="How strongly the picture shows under the map"
      />
    </label>
  );
}
