/** An area for reading: whole square millimetres when small, square centimetres when large. */
export function formatArea(mm2: number): string {
  return mm2 >= 1000 ? `${(mm2 / 100).toFixed(0)} cm²` : `${mm2 < 10 ? mm2.toFixed(1) : mm2.toFixed(0)} mm²`;
}
