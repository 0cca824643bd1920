import { Button, Checkbox, Input } from 'antd';
import { useState } from 'react';
import type { Point } from '@nobrel/core/geometry';
import { LinkButton } from '../../../bench/link-button.js';
import { TextGap } from '../../../bench/sentence/gaps.js';
import { Handle } from '../../../leaves/leaf/handle.js';
import { useWorkId } from '../../../store/use-work.js';
import { useCorrections } from '../../../bench/use-corrections.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import * as panelsCss from '../../../bench/panels.module.css';

/** Notes tied to a place, open or settled. */
export function PinsTool() {
  const { pins, addPin, toPicture } = useCorrections();
  const [at, setAt] = useState<Point | null>(null);
  return (
    <ToolInHand
      sentence={
        at ? (
          <NewNote
            onEscape={() => setAt(null)}
            onNote={(text) => {
              addPin(toPicture(at), text);
              setAt(null);
            }}
          />
        ) : (
          <span role="status">Click a place to tie a note to it.</span>
        )
      }
      handles={<PinHandles />}
      panel={pins.length > 0 && <PinList />}
      onPick={setAt}
    />
  );
}

/** What is to be remembered at a place that was clicked. */
function NewNote({ onNote, onEscape }: { onNote: (text: string) => void; onEscape: () => void }) {
  const [text, setText] = useState('');
  return (
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
        if (event.key === 'Escape') onEscape();
      }}
      onSearch={() => {
        if (text.trim() !== '') onNote(text.trim());
      }}
    />
  );
}

/** The pins on the leaf, each to be dragged or moved by arrow keys. */
function PinHandles() {
  const { pins, changePin, toPicture, toSurface } = usePins();
  return (
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
            onMove={(x, y) => changePin(pin.id, { at: toPicture({ x: spot.x + x, y: spot.y + y }) })}
          />
        );
      })}
    </>
  );
}

/** Every pin with its note, to be settled, taken out and printed. */
function PinList() {
  const id = useWorkId();
  const { pins, keepPins, changePin } = usePins();
  return (
    <section className={panelsCss.mapPanel} aria-label="Pins">
      <h3>Pins</h3>
      <ol>
        {pins.map((pin, i) => (
          <li key={pin.id}>
            <TextGap
              label={`Note of pin ${i + 1}`}
              value={pin.text}
              placeholder="what to remember"
              onChange={(next) => {
                if (next.trim() !== '') changePin(pin.id, { text: next });
              }}
            />
            <Checkbox
              checked={pin.settled}
              onChange={(event) => changePin(pin.id, { settled: event.target.checked })}
            >
              settled
            </Checkbox>
            <Button
              size="small"
              type="link"
              onClick={() => keepPins(pins.filter((other) => other.id !== pin.id))}
            >
              Remove
            </Button>
          </li>
        ))}
      </ol>
      <LinkButton to={`/works/${id}/print/pins`}>Print the list</LinkButton>
    </section>
  );
}

/** The pins, and how one of them is changed. */
function usePins() {
  const corrections = useCorrections();
  const { pins, keepPins } = corrections;
  const changePin = (id: string, fields: Partial<Omit<(typeof pins)[number], 'id'>>) =>
    keepPins(pins.map((pin) => (pin.id === id ? { ...pin, ...fields } : pin)));
  return { ...corrections, changePin };
}
