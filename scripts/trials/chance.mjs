/** A seeded generator (mulberry32), so that a failing try can be made again. */
export class Chance {
  constructor(seed) {
    this.state = seed >>> 0;
  }

  next() {
    this.state = (this.state + 0x6d2b79f5) >>> 0;
    let t = this.state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  }

  below = (share) => this.next() < share;
  whole = (from, to) => from + Math.floor(this.next() * (to - from + 1));
  pick = (list) => list[Math.floor(this.next() * list.length)];
  id = () => 'xxxxxxxx-xxxx-4xxx-8xxx-xxxxxxxxxxxx'.replaceAll('x', () => Math.floor(this.next() * 16).toString(16));
}
