/** A small seeded generator (mulberry32, public domain): the same seed gives the same numbers on every machine. */
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

  /** Normal, by Box and Muller (1958). */
  normal(mean: number, deviation: number): number {
    const radius = Math.sqrt(-2 * Math.log(1 - this.next()));
    return mean + deviation * radius * Math.cos(2 * Math.PI * this.next());
  }

  pick<T>(from: readonly T[]): T {
    return from[Math.floor(this.next() * from.length)] as T;
  }
}
