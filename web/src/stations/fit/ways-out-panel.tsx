import { Button } from 'antd';
import {
  findSizeFault,
  waysOut,
  wholePictureOn,
  type FitDecisions,
  type Layout,
  type WayOut,
} from '@nobrel/core/fit';
import { SizeGap } from '../../bench/sentence/size-gap.js';
import type { PictureSize } from '@nobrel/core/reference';
import { MainPicture } from '../../leaves/drawn/main-picture.js';
import { useMainPicture } from '../../leaves/drawn/use-reference.js';
import { useUnit } from '../../store/hooks.js';
import { ToolInHand } from '../../leaves/in-hand.js';
import { useFit } from './use-fit.js';
import { clsx } from 'clsx';
import * as leafCss from '../../leaves/leaf/leaf.module.css';
import * as panelsCss from '../../bench/panels.module.css';
import * as sentenceCss from '../../bench/sentence/sentence.module.css';
import * as css from './fit.module.css';

/** A common full sheet, to begin with, mm. */
const commonSheet = { widthMm: 560, heightMm: 760 };

/** What can be done where the picture and the surface differ in ratio, in place of the right leaf. */
export function WaysOutTool() {
  return <ToolInHand right={{ panel: <WaysOutPanel /> }} />;
}

/** All ways to bring picture and surface together, side by side with their numbers. */
function WaysOutPanel() {
  const { fit, change } = useFit();
  const unit = useUnit();
  const { preparation } = useMainPicture();
  const paper = fit.paperAtHand;
  const ways = waysOut(preparation, fit, unit);
  return (
    <section className={leafCss.leaf} data-part="leaf" aria-label="Ways out">
      <header className={leafCss.leafHead}>
        <h2>Ways out</h2>
      </header>
      <div className={panelsCss.panelBody}>
        <div className={sentenceCss.words}>
          {paper ? (
            <>
              The paper at hand is{' '}
              <SizeGap
                label="Paper at hand"
                size={paper}
                check={(size) => findSizeFault(size)?.message ?? null}
                onChange={(paperAtHand) => change({ paperAtHand })}
              />
              .{' '}
              <Button size="small" onClick={() => change({ paperAtHand: null })}>
                None at hand
              </Button>
            </>
          ) : (
            <Button size="small" onClick={() => change({ paperAtHand: commonSheet })}>
              Say what paper is at hand
            </Button>
          )}
        </div>
        <ul className={css.ways}>
          {ways.map((way) => (
            <li key={way.id} className={isTaken(way, fit) ? clsx(css.way, css.wayTaken) : css.way}>
              <WayDrawing layout={way.layout} picture={preparation} />
              <div>
                <strong>{way.title}</strong>
                <p>{way.says}</p>
                {isTaken(way, fit) ? (
                  <em>as it is now</em>
                ) : (
                  <Button size="small" onClick={() => change(way.change)}>
                    Take it
                  </Button>
                )}
              </div>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}

/** Whether the decisions are those of a way already. */
function isTaken({ change }: WayOut, fit: FitDecisions): boolean {
  const now: Record<string, unknown> = fit;
  return Object.entries(change).every(([field, value]) => now[field] === value);
}

/** A small drawing: the surface, the picture on it, what is cropped away and what is drawn on. */
function WayDrawing({ layout, picture }: { layout: Layout; picture: PictureSize }) {
  const { surface, frame, drawing } = layout;
  const whole = wholePictureOn(layout, picture);
  const left = Math.min(0, whole.x);
  const top = Math.min(0, whole.y);
  const right = Math.max(surface.width, whole.x + whole.width);
  const bottom = Math.max(surface.height, whole.y + whole.height);
  const rim = 0.02 * Math.max(right - left, bottom - top);
  return (
    <svg
      className={css.wayDrawing}
      viewBox={`${left - rim} ${top - rim} ${right - left + 2 * rim} ${bottom - top + 2 * rim}`}
      aria-hidden
    >
      <rect className={css.waySurface} width={surface.width} height={surface.height} />
      <rect className={css.wayLost} {...whole} />
      <rect className={css.wayAdded} {...drawing} />
      <MainPicture at={whole} clip={frame} />
    </svg>
  );
}
