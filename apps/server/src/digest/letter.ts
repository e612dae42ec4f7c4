import type { Reason } from '@sturdy-shim/core';
import { mailText } from '@sturdy-shim/words';

export interface LetterUnit {
  readonly tag: string;
  readonly kind: string;
  readonly site: string;
  readonly reasons: readonly Reason[];
}

/** Content of the morning mail. */
export interface Letter {
  readonly shop: string;
  readonly day: string;
  readonly keepIn: readonly LetterUnit[];
  readonly cameDue: readonly LetterUnit[];
  readonly overdue: number;
  readonly dueSoon: number;
  readonly suspects: readonly { readonly tag: string; readonly hours: number; readonly readBy: string }[];
  readonly suspectTotal: number;
  readonly address: string | null;
}

/** Maximum number of listed units; the rest is only counted. */
const SHOWN = 40;

const why = ({ reasons }: LetterUnit): string =>
  [...new Set(reasons.flatMap(({ code }) => mailText(code) ?? []))].slice(0, 3).join(', ');

const listed = (title: string, units: readonly LetterUnit[]): string[] =>
  units.length === 0
    ? []
    : [
        `${title} (${units.length})`,
        ...units.slice(0, SHOWN).map((unit) => `  ${unit.tag}  ${unit.kind}, ${unit.site}: ${why(unit)}`),
        ...(units.length > SHOWN ? [`  and ${units.length - SHOWN} more`] : []),
        '',
      ];

/** The mail as plain text, and its subject. */
export function letterText(letter: Letter): { readonly subject: string; readonly text: string } {
  const { shop, day, keepIn, cameDue, overdue, dueSoon, suspects, suspectTotal, address } = letter;
  const subject = `${shop}, ${day}: ${keepIn.length} keep in, ${overdue} overdue, ${dueSoon} due soon`;
  const lines = [
    `${shop}, ${day}`,
    '',
    ...listed('KEEP IN: do not send out', keepIn),
    ...listed('Came due since the last mail', cameDue),
    `In all ${overdue} overdue and ${dueSoon} due soon.`,
    '',
    ...(suspectTotal === 0
      ? []
      : [
          `Readings that do not add up (${suspectTotal})`,
          ...suspects.map(({ tag, hours, readBy }) => `  ${tag}  ${hours.toFixed(1)} h, read by ${readBy}`),
          ...(suspectTotal > suspects.length ? [`  and ${suspectTotal - suspects.length} more`] : []),
          '',
        ]),
    ...(address === null ? [] : [`The yard: ${address}`]),
    'The maker’s manual comes first.',
  ];
  return { subject, text: `${lines.join('\n')}\n` };
}
