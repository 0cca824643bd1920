/** Numbers, shares, angles and dates as they are written everywhere: on the screen, on sheets and in notes. */

/** A number to at most so many decimals, without needless zeros. */
export function formatNumber(value: number, decimals = 0): string {
  return written(numbers(decimals, 0), value);
}

/** A share as a percentage to so many decimals: `12.5 %` of 0.125. */
export function formatPercent(share: number, decimals = 0): string {
  return `${written(numbers(decimals, decimals), 100 * share)} %`;
}

/** An angle in degrees to so many decimals: `0.30°`. */
export function formatDegrees(angleRad: number, decimals = 2): string {
  return `${written(numbers(decimals, decimals), (angleRad * 180) / Math.PI)}°`;
}

/** The day of a moment where the reader is: `27 November 2026`. */
export function formatDate(moment: Date | string): string {
  return days.format(typeof moment === 'string' ? new Date(moment) : moment);
}

/** A month such as `2026-03`: `Mar 2026`. */
export function formatMonth(month: string): string {
  return months.format(new Date(Number(month.slice(0, 4)), Number(month.slice(5)) - 1));
}

/** The time of day of a moment where the reader is: `15:04`. */
export function formatTime(moment: Date | string): string {
  return times.format(typeof moment === 'string' ? new Date(moment) : moment);
}

/**
 * A sentence whose figures are not parted from their units at the end of a line: `3.1 %`, `12 mm`, `320 × 240 mm` have
 * no-break spaces within. Only for what is shown; what is kept or compared has plain spaces.
 */
export function keepFiguresTogether(sentence: string): string {
  return sentence.replaceAll(figureSpaces, '\u00a0');
}

const figureSpaces = /(?<=\d) (?=(?:%|[cmk]?m[²³]?|L\*|px|ppi|min|in)(?!\p{L}))| (?=×)|(?<=×) /gu;

const times = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

const days = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

const months = new Intl.DateTimeFormat('en-GB', { month: 'short', year: 'numeric' });

const made = new Map<string, Intl.NumberFormat>();

/** Making a format costs far more than using it. */
function numbers(max: number, min: number): Intl.NumberFormat {
  const key = `${max} ${min}`;
  const kept =
    made.get(key) ??
    new Intl.NumberFormat('en-GB', {
      maximumFractionDigits: max,
      minimumFractionDigits: min,
      useGrouping: false,
    });
  made.set(key, kept);
  return kept;
}

/** With a minus sign rather than a hyphen. */
const written = (format: Intl.NumberFormat, value: number) => format.format(value).replace('-', '−');
