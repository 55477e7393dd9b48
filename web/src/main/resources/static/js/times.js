// @ts-check

/** Minutes and seconds, with hours where there are any. @param {number} seconds */
export function spoken(seconds) {
  const whole = Math.floor(seconds);
  const rest = `${String(Math.floor(whole / 60) % 60).padStart(whole >= 3600 ? 2 : 1, '0')}:${String(whole % 60).padStart(2, '0')}`;
  return whole >= 3600 ? `${Math.floor(whole / 3600)}:${rest}` : rest;
}

/** Hours, minutes and seconds, all of them. @param {number} seconds */
export function hours(seconds) {
  const whole = Math.max(0, Math.floor(seconds));
  return [whole / 3600, whole / 60 % 60, whole % 60].map((n) => String(Math.floor(n)).padStart(2, '0')).join(':');
}

/**
 * Seconds as people type them: 80, 1:20, 1:02:03, with parts of a second behind a point; not a number where it is none.
 * @param {string} text @param {number} [first] what a lone number counts: seconds by itself, or 3600 for hours of the day
 */
export function typed(text, first = 1) {
  const parts = text.trim().split(':');
  if (!/^[\d.:]+$/.test(text.trim()) || parts.some((p) => p === '' || Number.isNaN(Number(p))) || parts.length > 3) return NaN;
  let seconds = 0;
  for (const part of parts) seconds = seconds * 60 + Number(part);
  if (first === 3600) for (let i = parts.length; i < 3; i++) seconds *= 60;
  return seconds;
}
