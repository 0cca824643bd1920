import { clsx } from 'clsx';
import * as css from './flat-file.module.css';

/** One picture of what the program does: a pear in values, its map, and the map on a sheet. */
export function WhatItDoes() {
  const pear =
    'M40 14c4 10 3 18 8 26 6 9 14 15 14 28 0 15-11 24-24 24S14 83 14 68c0-13 9-19 14-28 5-8 6-16 12-26z';
  const shade = 'M40 14c4 10 3 18 8 26 6 9 14 15 14 28 0 15-11 24-24 24 12-8 16-18 13-30-3-11-10-18-11-28z';
  return (
    <svg
      className={css.whatItDoes}
      viewBox="0 0 300 116"
      role="img"
      aria-label="A pear as a picture, as a map of lines, and on a sheet laid on the final surface"
    >
      <g>
        <rect className={css.widGround} x="4" y="4" width="76" height="104" />
        <path className={css.widLight} d={pear} />
        <path className={css.widDark} d={shade} />
      </g>
      <path className={css.widArrow} d="M90 56h16m-5-4 5 4-5 4" />
      <g transform="translate(108 0)">
        <path className={css.widLine} d={pear} />
        <path className={clsx(css.widLine, css.widSoft)} d="M38 92c12-8 16-18 13-30-3-11-10-18-11-28" />
      </g>
      <path className={css.widArrow} d="M194 56h16m-5-4 5 4-5 4" />
      <g transform="translate(216 0)">
        <rect className={css.widSurface} x="0" y="10" width="76" height="98" />
        <rect className={css.widSheet} x="6" y="2" width="66" height="98" transform="rotate(2 39 51)" />
        <path className={css.widLine} d={pear} />
      </g>
    </svg>
  );
}
