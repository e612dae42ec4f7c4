import { Seeded as CoreSeeded } from '@sturdy-shim/core';

/** The core's seeded generator, with ids: the demo is the same fleet on every machine. */
export class Seeded extends CoreSeeded {
  /** A UUID (version 4 in form) from the sequence. */
  id(): string {
    const hex = Array.from({ length: 32 }, () => Math.floor(this.next() * 16).toString(16));
    hex[12] = '4';
    hex[16] = (8 + Math.floor(this.next() * 4)).toString(16);
    const text = hex.join('');
    return [text.slice(0, 8), text.slice(8, 12), text.slice(12, 16), text.slice(16, 20), text.slice(20)].join('-');
  }
}
