/** A small seeded generator (mulberry32, public domain): the demo is the same fleet on every machine. */
export class Seeded {
  constructor(private state: number) {}

  /** Uniform in [0, 1). */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  }

  between(from: number, to: number): number {
    return from + (to - from) * this.next();
  }

  /** Roughly normal: the sum of twelve uniforms has variance 1. */
  around(mean: number, spread: number): number {
    let sum = -6;
    for (let index = 0; index < 12; index += 1) sum += this.next();
    return mean + sum * spread;
  }

  pick<T>(from: readonly T[]): T {
    return from[Math.floor(this.next() * from.length)] as T;
  }

  /** A UUID (version 4 in form) from the sequence. */
  id(): string {
    const hex = Array.from({ length: 32 }, () => Math.floor(this.next() * 16).toString(16));
    hex[12] = '4';
    hex[16] = (8 + Math.floor(this.next() * 4)).toString(16);
    const text = hex.join('');
    return [text.slice(0, 8), text.slice(8, 12), text.slice(12, 16), text.slice(16, 20), text.slice(20)].join('-');
  }
}
