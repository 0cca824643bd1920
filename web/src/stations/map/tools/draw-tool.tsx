import { Button, Segmented } from 'antd';
import { useKey } from '../../../bench/keys/use-key.js';
import { useCorrections } from '../../../bench/use-corrections.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { usePictureOfMap } from '../bench-map.js';
import { StrokeMarked } from './shapes-tool.js';
import { useDrawing, type Drawing } from './use-drawing.js';
import * as panelsCss from '../../../bench/panels.module.css';
import * as css from './tools.module.css';

const drawings: readonly { value: Drawing; label: string }[] = [
  { value: 'edge', label: 'along an edge' },
  { value: 'middle', label: 'down the middle' },
  { value: 'border', label: 'to divide a shape' },
  { value: 'hidden', label: 'hidden contour' },
];

/** Click along a contour; between clicks the line runs along the strongest edge. */
export function DrawTool() {
  // The line follows the edges of the picture.
  usePictureOfMap();
  const { picture } = useCorrections();
  const line = useDrawing();
  const { way, ahead, last, from } = line;
  const begun = { active: way.length > 0, first: true };
  useKey('endLine', line.done, begun);
  useKey('clickBack', line.stepBack, begun);
  useKey('clearLine', line.clear, begun);
  return (
    <ToolInHand
      sentence={
        <>
          <Segmented<Drawing>
            size="small"
            aria-label="What is drawn"
            options={drawings.map((option) => ({ ...option }))}
            value={line.drawing}
            onChange={line.choose}
          />{' '}
          <span role="status">{whatToClick(line)}</span>{' '}
          {way.length > 1 && (
            <span className={panelsCss.toolButtons}>
              <Button size="small" onClick={line.done}>
                Done (Enter)
              </Button>
              <Button size="small" onClick={line.stepBack}>
                Back (Backspace)
              </Button>
            </span>
          )}
        </>
      }
      marks={
        <>
          <StrokeMarked points={[...way, ...ahead]} />
          {last && <circle className={css.drawClick} cx={last.x} cy={last.y} r={picture.width / 250} />}
          {from && <circle className={css.drawClick} cx={from.x} cy={from.y} r={picture.width / 250} />}
        </>
      }
      onPick={line.pick}
      onHover={line.hover}
    />
  );
}

function whatToClick({ drawing, way, from }: ReturnType<typeof useDrawing>): string {
  if (drawing === 'hidden')
    return from
      ? 'Click the end of the line where it comes out again.'
      : 'Click the end of the line that goes behind something.';
  return way.length === 0
    ? 'Click where the line begins.'
    : 'Click further along. Enter ends the line, Backspace takes the last click back.';
}
