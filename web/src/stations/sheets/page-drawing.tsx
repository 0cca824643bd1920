import { memo } from 'react';
import { pathData } from '@nobrel/core/documents';
import { inkColours, type PageItem, type SheetPage } from '@nobrel/core/sheets';

type PageDrawingProps = {
  page: SheetPage;
  /** Where the page's top-left corner lies on the leaf. */
  at: { x: number; y: number };
};

/** A printed page on a leaf, painted from the same items as the PDF. */
export const PageDrawing = memo(function PageDrawing({ page, at }: PageDrawingProps) {
  return (
    <g transform={`translate(${at.x} ${at.y})`}>
      <rect
        className="printed-page"
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
  const colour = `rgb(${inkColours[item.ink].join(' ')})`;
  if (item.kind === 'text') {
    return (
      <text x={item.x} y={item.y} fontSize={item.sizeMm} textAnchor={item.anchor} fill={colour}>
        {item.text}
      </text>
    );
  }
  const points = item.points.flatMap((x, i): [number, number][] =>
    i % 2 === 0 ? [[x, item.points[i + 1] ?? 0]] : [],
  );
  return (
    <path
      d={pathData({ points, closed: item.closed })}
      fill="none"
      stroke={colour}
      strokeWidth={item.widthMm}
      strokeLinecap="round"
      {...(item.dashMm ? { strokeDasharray: item.dashMm.join(' ') } : {})}
    />
  );
}
