/** Column names as on a chart: A, B … Z, AA, AB … */
export function columnLetters(index: number): string {
  const last = String.fromCharCode(65 + (index % 26));
  return index < 26 ? last : columnLetters(Math.floor(index / 26) - 1) + last;
}
