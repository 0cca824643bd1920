import { Button, Checkbox, Input } from 'antd';
import { useState } from 'react';
import type { Point } from '@nobrel/core/geometry';
import { LinkButton } from '../../bench/link-button.js';
import { TextGap } from '../../bench/gaps.js';
import { Handle } from '../../leaves/handle.js';
import { useWorkId } from '../../store/hooks.js';
import { useCorrections } from '../../bench/use-corrections.js';
import { ToolInHand } from '../../leaves/in-hand.js';

/** Notes tied to a place, open or settled. */
export function PinsTool() {
  const id = useWorkId();
  const { pins, keepPins, addPin, toPicture, toSurface } = useCorrections();
  const [at, setAt] = useState<Point | null>(null);
  const [text, setText] = useState('');
  const put = () => {
    if (!at || text.trim() === '') return;
    addPin(toPicture(at), text.trim());
    setAt(null);
    setText('');
  };
  const change = (pinId: string, fields: { text?: string; settled?: boolean }) =>
    keepPins(pins.map((pin) => (pin.id === pinId ? { ...pin, ...fields } : pin)));
  return (
    <ToolInHand
      sentence={
        at ? (
          <Input.Search
            size="small"
            autoFocus
            aria-label="What to remember at this place"
            placeholder="What to remember here, then Enter"
            enterButton="Pin it"
            value={text}
            maxLength={500}
            onChange={(event) => setText(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Escape') setAt(null);
            }}
            onSearch={put}
          />
        ) : (
          <span role="status">Click a place to tie a note to it.</span>
        )
      }
      handles={
        <>
          {pins.map((pin, i) => {
            const spot = toSurface(pin.at);
            return (
              <Handle
                key={pin.id}
                kind="pin"
                label={`Pin ${i + 1}: ${pin.text}`}
                mark={i + 1}
                {...spot}
                onMove={(x, y) =>
                  keepPins(
                    pins.map((other) =>
                      other.id === pin.id
                        ? { ...pin, at: toPicture({ x: spot.x + x, y: spot.y + y }) }
                        : other,
                    ),
                  )
                }
              />
            );
          })}
        </>
      }
      panel={
        pins.length > 0 && (
          <section className="map-panel" aria-label="Pins">
            <h3>Pins</h3>
            <ol className="pin-list">
              {pins.map((pin) => (
                <li key={pin.id}>
                  <TextGap
                    label={`Note of pin ${pins.indexOf(pin) + 1}`}
                    value={pin.text}
                    placeholder="what to remember"
                    onChange={(next) => {
                      if (next.trim() !== '') change(pin.id, { text: next });
                    }}
                  />
                  <Checkbox
                    checked={pin.settled}
                    onChange={(event) => change(pin.id, { settled: event.target.checked })}
                  >
                    settled
                  </Checkbox>
                  <Button
                    size="small"
                    type="link"
                    onClick={() => keepPins(pins.filter((other) => other.id !== pin.id))}
                  >
                    Take out
                  </Button>
                </li>
              ))}
            </ol>
            <LinkButton to={`/works/${id}/print/pins`}>Print the list</LinkButton>
          </section>
        )
      }
      onPick={(point) => setAt(point)}
    />
  );
}
