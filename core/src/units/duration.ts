/** Prints a length of time as a person would say it: `under a minute`, `22 min`, `1 h 05 min`. */
export function formatMinutes(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole < 1) return 'under a minute';
  if (whole < 60) return `${whole} min`;
  return `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')} min`;
}

/** The same as an estimate: `about 22 min`, but plain `under a minute`. */
export function aboutMinutes(minutes: number): string {
  const words = formatMinutes(minutes);
  return Math.round(minutes) < 1 ? words : `about ${words}`;
}
