import { unprintableShown } from '@sturdy-shim/core';
import { XMLParser } from 'fast-xml-parser';

/** The hours of one machine in a feed. */
export interface EquipmentHours {
  readonly equipmentId: string;
  readonly serial: string;
  readonly model: string;
  readonly hours: number;
  readonly readAt: Date;
  /** Marked as demo data. */
  readonly simulated: boolean;
}

export interface FleetPage {
  readonly equipment: readonly EquipmentHours[];
  /** Entries without hours, without a time or without an identity. */
  readonly incomplete: number;
  /** Address of the next page as given; null on the last page. */
  readonly next: string | null;
}

type Plain = Record<string, unknown>;
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
  htmlEntities: true,
  parseAttributeValue: false,
});
const MAX_TEXT = 200;
const MAX_SHOWN = 999_999.9;

/**
 * Reads one page of a fleet snapshot in the shape of ISO 15143-3: links, equipment, each with its header and its
 * cumulative operating hours with their time; XML or JSON (names of the fields from memory). Names are
 * case-insensitive, and other content is ignored.
 * @returns null for another kind of page
 */
export function readFleetPage(text: string, mediaType: string): FleetPage | null {
  const fleet = fleetOf(text, mediaType);
  if (fleet === null) return null;
  const entries = listOf(field(fleet, 'equipment')).filter(isPlain);
  const equipment = entries.flatMap((entry) => hoursOf(entry) ?? []);
  const next = listOf(field(fleet, 'links'))
    .flatMap((links) => (isPlain(links) && field(links, 'link') !== undefined ? listOf(field(links, 'link')) : [links]))
    .filter(isPlain)
    .find((link) => textOf(field(link, 'rel')).toLowerCase() === 'next');
  const href = next === undefined ? '' : textOf(field(next, 'href'), 2000);
  return { equipment, incomplete: entries.length - equipment.length, next: href === '' ? null : href };
}

function fleetOf(text: string, mediaType: string): Plain | null {
  try {
    const isXml = /xml/i.test(mediaType) || (!/json/i.test(mediaType) && text.trimStart().startsWith('<'));
    const read: unknown = isXml ? parser.parse(text, true) : JSON.parse(text);
    if (!isPlain(read)) return null;
    const fleet = field(read, 'fleet');
    if (isPlain(fleet)) return fleet;
    // A fleet without machines is an empty element.
    if (fleet === '') return {};
    return field(read, 'equipment') === undefined ? null : read;
  } catch {
    return null;
  }
}

function hoursOf(entry: Plain): EquipmentHours[] | null {
  const header = field(entry, 'equipmentheader');
  const counter = field(entry, 'cumulativeoperatinghours');
  if (!isPlain(header) || !isPlain(counter)) return null;
  const equipmentId = textOf(field(header, 'equipmentid'));
  const serial = textOf(field(header, 'serialnumber'));
  const figure = textOf(field(counter, 'hour'));
  const hours = /^\d+(?:\.\d+)?$/.test(figure) ? Number(figure) : Number.NaN;
  const at = textOf(field(counter, 'datetime'));
  const readAt = /^\d{4}-\d{2}-\d{2}T/.test(at) ? new Date(at) : new Date(Number.NaN);
  if ((equipmentId === '' && serial === '') || !(hours <= MAX_SHOWN) || Number.isNaN(readAt.getTime())) return null;
  const simulated = /^simulated$/i.test(textOf(field(header, 'oemname')));
  return [
    {
      equipmentId,
      serial,
      model: textOf(field(header, 'model')),
      hours: Math.round(hours * 10) / 10,
      readAt,
      simulated,
    },
  ];
}

const isPlain = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const listOf = (value: unknown): unknown[] =>
  value === undefined || value === '' ? [] : Array.isArray(value) ? value : [value];
/** Feed text is stored and shown: every field is sanitized here. */
const textOf = (value: unknown, longest = MAX_TEXT): string =>
  typeof value === 'string' || typeof value === 'number'
    ? unprintableShown(String(value).trim().slice(0, longest)).trim()
    : '';

/** A field by its case-insensitive name. */
function field(of: Plain, name: string): unknown {
  const key = Object.keys(of).find((each) => each.toLowerCase() === name);
  return key === undefined ? undefined : of[key];
}
