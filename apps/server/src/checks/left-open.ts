import { type OpenWork, type ShopLocale, type Valve, type WorkFacts, stillOff } from '@sturdy-shim/core';

/** Maximum length of a follow-up. */
const MAX = 200;
const shortened = (text: string): string => (text.length > MAX ? `${text.slice(0, MAX - 1)}…` : text);

/** Text of the follow-up for parts that are still off. */
export const putBack = (parts: readonly string[]): string => shortened(`Put back: ${parts.join(', ')}`);

interface Signing {
  /** How long sealant cures before oil and running; null where the family does not state it. */
  readonly cureHours: number | null;
  readonly at: Date;
  /** Time zone of the shop. */
  readonly zone: string;
  readonly locale: ShopLocale;
}

/** End of the curing of sealant that is still curing when the check is signed. */
function curingUntil({ seal, sealantAt }: WorkFacts, { cureHours, at, zone, locale }: Signing): string | null {
  if (seal !== 'sealant' || typeof sealantAt !== 'string' || cureHours === null) return null;
  const until = new Date(Date.parse(sealantAt) + cureHours * 3_600_000);
  if (until <= at) return null;
  return new Intl.DateTimeFormat(locale, { timeZone: zone, dateStyle: 'medium', timeStyle: 'short' }).format(until);
}

/** Descriptions of the follow-ups that signing creates; an open one gives the unit the status keep-in. */
export function leftOpenBy(work: WorkFacts, signing: Signing): readonly string[] {
  const off = stillOff(work);
  const curing = curingUntil(work, signing);
  const closeUp = work.skipped?.find(({ step }) => step === 'close');
  return [
    ...(off.length > 0 ? [putBack(off)] : []),
    ...(curing === null ? [] : [`Sealant cures until ${curing}: no oil and no running before`]),
    ...(closeUp === undefined ? [] : [shortened(`Close up the engine (skipped: ${closeUp.reason})`)]),
  ];
}

/** Valve name as on screens: with its cylinder only if the engine has more than one. */
const valveName = ({ cylinder, kind, ordinal }: Valve, cylinders: number): string =>
  `${cylinders > 1 ? `cylinder ${cylinder} ` : ''}${kind}${ordinal > 1 ? ` ${ordinal}` : ''}`;

/** Description of the open work of a dropped check; null if the engine was closed up unchanged. */
export function leftOpenByDrop(open: OpenWork, closedUp: boolean, cylinders: number): string | null {
  const parts = closedUp ? [] : [...open.off.map((name) => `put back ${name}`)];
  // After its adjuster was moved, the gap of a valve is unknown even if the engine was closed up.
  const valves = open.moved.map((valve) => `gauge ${valveName(valve, cylinders)} again, its adjuster was moved`);
  const outside = open.outside.map((valve) => `${valveName(valve, cylinders)} was found out of spec`);
  const sealant = open.curing === true ? ['let the sealant cure, then run it'] : [];
  const todo = [...parts, ...valves, ...outside, ...sealant];
  if (todo.length === 0) return closedUp ? null : 'A check was dropped with the engine open';
  return shortened(`A check was dropped: ${todo.join('; ')}`);
}
