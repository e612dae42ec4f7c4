/**
 * Single flight: concurrent calls with one key share one computation. A call is answered by a computation that began
 * after it, so that a caller sees its own writes; calls during a computation share the next one. At most one runs at a
 * time for each key.
 */
export class SingleFlight<Answer> {
  private readonly running = new Map<string, Promise<unknown>>();
  private readonly next = new Map<string, Promise<Answer>>();

  ask(question: string, compute: () => Promise<Answer>): Promise<Answer> {
    const waiting = this.next.get(question);
    if (waiting !== undefined) return waiting;
    const before = this.running.get(question);
    if (before === undefined) return this.begin(question, compute);
    const answer = before.then(() => {
      this.next.delete(question);
      return this.begin(question, compute);
    });
    this.next.set(question, answer);
    return answer;
  }

  private begin(question: string, compute: () => Promise<Answer>): Promise<Answer> {
    const answer = compute();
    const ended: Promise<unknown> = answer
      .catch(() => undefined)
      .then(() => {
        if (this.running.get(question) === ended) this.running.delete(question);
      });
    this.running.set(question, ended);
    return answer;
  }
}
