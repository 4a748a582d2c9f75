/** How the time that is left is said. */

/** `1 h 05`, `12 min`, `45 s`. */
export function leftText(minutes: number): string {
  if (minutes < 1) return `${Math.max(0, Math.ceil(minutes * 60))} s`;
  const whole = Math.ceil(minutes - 1e-9);
  return whole < 60 ? `${whole} min` : `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`;
}

/** `at 14:05`, or with the day where it is another one. */
export function whenText(at: number, now: number): string {
  const [day, today] = [new Date(at), new Date(now)];
  const clock = day.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  if (day.toDateString() === today.toDateString()) return `at ${clock}`;
  const name = day.toLocaleDateString('en-GB', { weekday: 'long' });
  return `on ${name} at ${clock}`;
}
