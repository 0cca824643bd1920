import { Button } from 'antd';
import { copyOrder, findSizeFault, homePrints, type HomePrint, type Layout } from '@nobrel/core/fit';
import {
  counted,
  findFormat,
  formatLength,
  formatSize,
  namedFormats,
  type LengthUnit,
} from '@nobrel/core/units';
import { LinkButton } from '../../bench/link-button.js';
import { ChoiceGap } from '../../bench/sentence/gaps.js';
import { SizeGap } from '../../bench/sentence/size-gap.js';
import { useUnit } from '../../store/hooks.js';
import { useWorkId } from '../../store/use-work.js';
import { ToolInHand } from '../../leaves/in-hand.js';
import { useFit, useLayout } from './use-fit.js';
import { clsx } from 'clsx';
import * as leafCss from '../../leaves/leaf/leaf.module.css';
import * as panelsCss from '../../bench/panels.module.css';
import * as sentenceCss from '../../bench/sentence/sentence.module.css';

const paperOptions = namedFormats
  .filter((format) => format.for === 'paper')
  .map(({ id, name }) => ({ value: id, label: name }));

/** Enlarging by machine, or by a sketch, in place of the right leaf. */
export function EnlargeTool() {
  return <ToolInHand right={{ panel: <EnlargePanel /> }} />;
}

/** Enlarging by machine: what to order at a copy shop, and what a printer at home takes. */
function EnlargePanel() {
  const layout = useLayout();
  const id = useWorkId();
  const { fit, change } = useFit();
  const unit = useUnit();
  const target = { widthMm: layout.drawing.width, heightMm: layout.drawing.height };
  const paper = findFormat(fit.homePaper);
  const prints = paper ? homePrints(target, paper) : [];
  return (
    <section className={leafCss.leaf} data-part="leaf" aria-label="Enlarging by machine">
      <header className={leafCss.leafHead}>
        <h2>Enlarging by machine</h2>
        {fit.sketch && <LinkButton to={`/works/${id}/print/order-slip`}>Print the order slip</LinkButton>}
      </header>
      <div className={clsx(panelsCss.panelBody, sentenceCss.sentence, sentenceCss.panelSentence)}>
        <div className={sentenceCss.words}>
          The drawing comes out {formatSize(target.widthMm, target.heightMm, unit)}.{' '}
          {fit.sketch ? (
            <>
              The sketch measures{' '}
              <SizeGap
                label="Size of the sketch"
                size={fit.sketch}
                check={(size) => findSizeFault(size)?.message ?? null}
                onChange={(sketch) => change({ sketch })}
              />
              .{' '}
              <Button size="small" onClick={() => change({ sketch: null })}>
                No sketch
              </Button>
            </>
          ) : (
            <Button
              size="small"
              onClick={() =>
                change({
                  sketch: { widthMm: 200, heightMm: Math.round((200 * target.heightMm) / target.widthMm) },
                })
              }
            >
              Say what the sketch measures
            </Button>
          )}
        </div>
        {fit.sketch && <OrderWords layout={layout} sketch={fit.sketch} unit={unit} />}
        <div className={sentenceCss.words}>
          Printed at home on{' '}
          <ChoiceGap
            label="Paper of the printer at home"
            value={fit.homePaper}
            options={paperOptions}
            onChange={(homePaper) => change({ homePaper })}
          />
          {prints.length === 0 ? ', it cannot be: the paper is too small.' : ', it takes'}
        </div>
        <ul>
          {prints.map((print, i) => (
            <li key={String(print.upright)}>
              {printWords(print)}
              {i === 0 && wastesLess(prints) && <strong> This wastes least.</strong>}
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}

const wastesLess = ([first, second]: HomePrint[]) =>
  first !== undefined && second !== undefined && first.waste < second.waste;

function printWords({ upright, columns, rows, sheets, waste }: HomePrint): string {
  return `${upright ? 'portrait' : 'landscape'}: ${counted(sheets, 'sheet')}, ${columns} across and ${rows} down; ${Math.round(100 * waste)} % of the paper stays empty.`;
}

type OrderWordsProps = { layout: Layout; sketch: { widthMm: number; heightMm: number }; unit: LengthUnit };

/** The percentage to order, by either side, with what does not come out. */
export function OrderWords({ layout, sketch, unit }: OrderWordsProps) {
  const order = copyOrder(sketch, { widthMm: layout.drawing.width, heightMm: layout.drawing.height });
  const off = (mm: number, side: string) =>
    `the ${side} then comes out ${formatLength(Math.abs(mm), unit)} ${mm > 0 ? 'too large' : 'too small'}`;
  return (
    <ul data-part="order">
      <li>
        <strong>{order.percentByWidth.toFixed(1)} %</strong> by the width
        {Math.abs(order.heightOffMm) > 0.5 && `: ${off(order.heightOffMm, 'height')}`}
        {order.passes.length > 1 &&
          `, in ${order.passes.length} passes of ${order.passes.map((pass) => `${pass.toFixed(1)} %`).join(', then ')}`}
        .
      </li>
      {!order.fits && (
        <li>
          <strong>{order.percentByHeight.toFixed(1)} %</strong> by the height
          {Math.abs(order.widthOffMm) > 0.5 && `: ${off(order.widthOffMm, 'width')}`}.
        </li>
      )}
      <li>
        {order.fits
          ? 'Both sides come out right.'
          : 'The sketch and the drawing differ in ratio; one side gives way.'}
      </li>
    </ul>
  );
}
