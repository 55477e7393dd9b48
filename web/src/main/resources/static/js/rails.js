// @ts-check
/** The pattern of each kind of rail, as SVG paths in a box of 26 by 20: kinds are told by shape, never by colour alone. */
export const RAILS = {
  signal: { d: 'M0 10q3.2-9 6.5 0t6.5 0 6.5 0 6.5 0', fill: 'none', width: 2 },
  picture: { d: 'M0 6h26v8h-26z', fill: 'currentColor', width: 0 },
  points: { d: 'M1 10a2 2 0 1 0 4 0 2 2 0 1 0-4 0M8 10a2 2 0 1 0 4 0 2 2 0 1 0-4 0M15 10a2 2 0 1 0 4 0 2 2 0 1 0-4 0M22 10a2 2 0 1 0 4 0 2 2 0 1 0-4 0', fill: 'currentColor', width: 0 },
};
