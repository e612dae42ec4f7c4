import { NOT_STORABLE } from './storable.ts';

/** Stands for a character that cannot be shown: U+FFFD, REPLACEMENT CHARACTER (Unicode, chapter 23.8). */
const REPLACEMENT = '\ufffd';
const EACH = new RegExp(NOT_STORABLE.source, 'gu');

/**
 * Text from outside (a feed, a file, a mail) as it may be stored: characters that are invisible, or that the database
 * does not accept, are shown as a replacement character rather than dropped, so that two names do not become one.
 */
export const unprintableShown = (text: string): string => text.replace(EACH, REPLACEMENT);
