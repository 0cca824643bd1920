import { memo, useId } from 'react';
import {
  colourOf,
  cssColour,
  dotsData,
  inkColours,
  pictureMatrix,
  runsData,
  type PageItem,
  type PagePicture,
  type PageWithin,
  type SheetPage,
} from '@nobrel/core/sheets';
import { ReferencePicture } from '../../leaves/drawn/reference-picture.js';
import { useMainPicture } from '../../leaves/drawn/use-reference.js';
import { useDecisions } from '../../store/use-work.js';
import * as css from './sheets.module.css';

type PageDrawingProps = {
  page: SheetPage;
  /** Where the page's top-left corner lies on the leaf. */
  at: { x: number; y: number };
};

/** A printed page on a leaf, painted from the same items as the PDF. */
export const PageDrawing = memo(function PageDrawing({ page, at }: PageDrawingProps) {
  return (
    <g transform={`translate(${at.x} ${at.y})`} data-page={page.label}>
      <rect
        className={css.printedPage}
        data-part="printed-page"
        width={page.widthMm}
        height={page.heightMm}
        vectorEffect="non-scaling-stroke"
      />
      {page.items.map((item, index) => (
        <Item key={index} item={item} />
      ))}
    </g>
  );
});

function Item({ item }: { item: PageItem }) {
  switch (item.kind) {
    case 'text':
      return (
        <text
          x={item.x}
          y={item.y}
          fontSize={item.sizeMm}
          textAnchor={item.anchor}
          fill={cssColour(inkColours[item.ink])}
        >
          {item.text}
        </text>
      );
    case 'fill':
      return <path d={runsData(item.rings, true)} fill={cssColour(item.colour)} fillRule="evenodd" />;
    case 'dots':
      return (
        <path
          d={dotsData(item.points)}
          fill="none"
          stroke={cssColour(inkColours[item.ink])}
          strokeWidth={item.diameterMm}
          strokeLinecap="round"
        />
      );
    case 'picture':
      return <PlacedPicture item={item} />;
    case 'within':
      return <Within item={item} />;
    case 'stroke':
      return (
        <path
          d={runsData([item.points], item.closed)}
          fill="none"
          stroke={cssColour(colourOf(item.ink))}
          strokeWidth={item.widthMm}
          strokeLinecap="round"
          strokeLinejoin="round"
          {...(item.dashMm ? { strokeDasharray: item.dashMm.join(' ') } : {})}
        />
      );
  }
}

/** Items that only show inside their rings. */
function Within({ item: { rings, items } }: { item: PageWithin }) {
  const clipId = useId();
  return (
    <>
      <clipPath id={clipId}>
        <path d={runsData(rings, true)} clipRule="evenodd" />
      </clipPath>
      <g clipPath={`url(#${clipId})`}>
        {items.map((item, index) => (
          <Item key={index} item={item} />
        ))}
      </g>
    </>
  );
}

/** Part of the reference, cut to the unit square that is then laid in its place. */
function PlacedPicture({ item }: { item: PagePicture }) {
  const clipId = useId();
  const { picture, squaring, preparation } = useMainPicture();
  const { faintness } = useDecisions('reference');
  const { x, y, width, height } = item.window;
  return (
    <g transform={pictureMatrix(item)}>
      <clipPath id={clipId}>
        <rect width={1} height={1} />
      </clipPath>
      <g clipPath={`url(#${clipId})`}>
        <ReferencePicture
          picture={picture}
          squaring={squaring}
          look={item.look}
          faintness={faintness}
          at={{
            x: -x / width,
            y: -y / height,
            width: preparation.width / width,
            height: preparation.height / height,
          }}
        />
      </g>
    </g>
  );
}
