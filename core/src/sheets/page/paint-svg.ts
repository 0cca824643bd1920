import { shortNumber } from '../../documents/index.js';
import {
  colourOf,
  inkColours,
  type PageItem,
  type PagePicture,
  type PageWithin,
  type Rgb,
  type SheetPage,
  type VectorItem,
} from './page.js';

/** Path data of runs of points, in mm. */
export function runsData(runs: readonly ArrayLike<number>[], closed: boolean): string {
  return runs
    .map((points) => {
      let text = `M${shortNumber(points[0])} ${shortNumber(points[1])}`;
      for (let i = 2; i < points.length; i += 2)
        text += `L${shortNumber(points[i])} ${shortNumber(points[i + 1])}`;
      return closed ? `${text}Z` : text;
    })
    .join('');
}

/** Path data of dots: lines that go nowhere, drawn with round ends. */
export function dotsData(points: ArrayLike<number>): string {
  let text = '';
  for (let i = 0; i < points.length; i += 2)
    text += `M${shortNumber(points[i])} ${shortNumber(points[i + 1])}h0`;
  return text;
}

export const cssColour = (colour: Rgb): string => `rgb(${colour.join(',')})`;

/** The transform that lays a unit square on a picture's place. */
export function pictureMatrix({ corner, across, down }: PagePicture): string {
  return `matrix(${[...across, ...down, ...corner].map((value) => String(Math.round(value * 1e6) / 1e6)).join(' ')})`;
}

/**
 * A page as SVG at true size in mm.
 *
 * @param href the address of a picture's part, such as a data address; pictures are left out without it
 */
export function pageToSvg(page: SheetPage, href?: (picture: PagePicture) => string): string {
  const { widthMm, heightMm } = page;
  const painted = (item: PageItem, index: number): string => {
    if (item.kind === 'within') return withinToSvg(item, `within-${index}`);
    return item.kind === 'picture' ? pictureToSvg(item, href) : vectorToSvg(item);
  };
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${shortNumber(widthMm)}mm" height="${shortNumber(heightMm)}mm" viewBox="0 0 ${shortNumber(widthMm)} ${shortNumber(heightMm)}" fill="none" stroke-linecap="round" stroke-linejoin="round" font-family="sans-serif">`,
    ...page.items.map(painted),
    '</svg>',
    '',
  ].join('\n');
}

function withinToSvg({ rings, items }: PageWithin, id: string): string {
  return [
    `  <clipPath id="${id}"><path d="${runsData(rings, true)}" clip-rule="evenodd"/></clipPath>`,
    `  <g clip-path="url(#${id})">`,
    ...items.map(vectorToSvg),
    '  </g>',
  ].join('\n');
}

function pictureToSvg(picture: PagePicture, href: ((picture: PagePicture) => string) | undefined): string {
  return href
    ? `  <image href="${escaped(href(picture))}" width="1" height="1" preserveAspectRatio="none" transform="${pictureMatrix(picture)}"/>`
    : '';
}

function vectorToSvg(item: VectorItem): string {
  switch (item.kind) {
    case 'stroke':
      return `  <path d="${runsData([item.points], item.closed)}" stroke="${cssColour(colourOf(item.ink))}" stroke-width="${shortNumber(item.widthMm)}"${item.dashMm ? ` stroke-dasharray="${item.dashMm.join(' ')}"` : ''}/>`;
    case 'fill':
      return `  <path d="${runsData(item.rings, true)}" fill="${cssColour(item.colour)}" fill-rule="evenodd"/>`;
    case 'dots':
      return `  <path d="${dotsData(item.points)}" stroke="${cssColour(inkColours[item.ink])}" stroke-width="${shortNumber(item.diameterMm)}"/>`;
    case 'text':
      return `  <text x="${shortNumber(item.x)}" y="${shortNumber(item.y)}" font-size="${shortNumber(item.sizeMm)}" text-anchor="${item.anchor}" fill="${cssColour(inkColours[item.ink])}">${escaped(item.text)}</text>`;
  }
}

const escaped = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
