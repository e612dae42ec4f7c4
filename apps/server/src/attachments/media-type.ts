export const MEDIA_TYPES = ['image/jpeg', 'image/png', 'image/webp', 'application/pdf'] as const;
export type MediaType = (typeof MEDIA_TYPES)[number];

const ascii = (bytes: Uint8Array, from: number, to: number): string => String.fromCharCode(...bytes.subarray(from, to));

/**
 * What a file is by its first bytes (JPEG: ITU-T T.81 B.1.1.3, PNG: ISO/IEC 15948 5.2, WebP: RFC 9649 2.4, PDF: ISO
 * 32000-1 7.5.2); null for anything else. Its name and the sender's media type are ignored.
 */
export function mediaTypeOf(bytes: Uint8Array): MediaType | null {
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg';
  if (ascii(bytes, 0, 8) === '\x89PNG\r\n\x1a\n') return 'image/png';
  if (ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 12) === 'WEBP') return 'image/webp';
  if (ascii(bytes, 0, 5) === '%PDF-') return 'application/pdf';
  return null;
}
