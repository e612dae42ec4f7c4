/** Colors by meaning, the only source of colors: Ant Design uses them as tokens, our marks as CSS variables. */
export interface Palette {
  readonly ground: string;
  readonly surface: string;
  readonly ink: string;
  readonly onInk: string;
  readonly muted: string;
  readonly rule: string;
  readonly petrol: string;
  readonly onPetrol: string;
  readonly pine: string;
  readonly plum: string;
  readonly umber: string;
  readonly violet: string;
  readonly window: string;
  readonly windowEdge: string;
  readonly peg: string;
  readonly hatch: string;
  readonly metalLight: string;
  readonly metalDark: string;
  readonly metalInk: string;
}

/** Warm paper by daylight. Text colors reach 4.5 : 1 on ground and surface. */
export const PAPER: Palette = {
  ground: '#f5f2ea',
  surface: '#fffefa',
  ink: '#1b2326',
  onInk: '#fffefa',
  muted: '#545f60',
  rule: '#d8d2c3',
  petrol: '#1d5468',
  onPetrol: '#ffffff',
  pine: '#2a6847',
  plum: '#8f2558',
  umber: '#99500e',
  violet: '#58578c',
  window: '#dbe8df',
  windowEdge: '#5f8f78',
  peg: '#788c8f',
  hatch: '#d5d0c4',
  metalLight: '#e6e8e8',
  metalDark: '#c3c9ca',
  metalInk: '#1b2326',
};

/** The bench lamp: a dark shop, one light. */
export const LAMP: Palette = {
  ground: '#15191a',
  surface: '#1d2325',
  ink: '#ece7da',
  onInk: '#15191a',
  muted: '#a6b0ac',
  rule: '#394240',
  petrol: '#84bccd',
  onPetrol: '#0f1a1e',
  pine: '#7ec49b',
  plum: '#e58fba',
  umber: '#e7a862',
  violet: '#b0aee4',
  window: '#233a2f',
  windowEdge: '#6fa58b',
  peg: '#5f7376',
  hatch: '#2c3332',
  metalLight: '#535c5e',
  metalDark: '#3b4345',
  metalInk: '#f3efe5',
};

const dashed = (name: string): string => `--${name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}`;

/** Exposes the palette as CSS variables: `--petrol`, `--window-edge`, … */
export function wear(palette: Palette, root: HTMLElement): void {
  for (const [name, color] of Object.entries<string>({ ...palette })) root.style.setProperty(dashed(name), color);
}
