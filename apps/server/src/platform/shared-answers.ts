/**
 * One computation for all who ask the same at the same time. Whoever asks is answered by one that began after they asked, so
 * that everybody sees what they have written; those who ask while one runs wait for the next, together. However many ask,
 * one runs at a time.
 */
export class SharedAnswers<Answer> {
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
