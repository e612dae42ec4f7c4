export interface BatchLimits {
  /** Maximum number of concurrent batches. */
  readonly atATime: number;
  /** Maximum items of a batch. */
  readonly most: number;
}

interface Waiting<Item, Answer> {
  readonly item: Item;
  readonly resolve: (answer: Answer) => void;
  readonly reject: (error: unknown) => void;
}

/**
 * Batches the items that arrive while a batch runs, like group commit in databases: a single item runs at once, and the
 * more arrive, the more share one transaction. A failed batch is repeated item by item, so that no item gets the error
 * of another one.
 */
export class Batcher<Item, Answer> {
  private readonly waiting: Waiting<Item, Answer>[] = [];
  private underWay = 0;

  /** @param together answers in the order of the items */
  constructor(
    private readonly together: (items: readonly Item[]) => Promise<readonly Answer[]>,
    private readonly limits: BatchLimits,
  ) {}

  add(item: Item): Promise<Answer> {
    const answer = new Promise<Answer>((resolve, reject) => this.waiting.push({ item, resolve, reject }));
    if (this.underWay < this.limits.atATime) void this.work();
    return answer;
  }

  private async work(): Promise<void> {
    this.underWay += 1;
    while (this.waiting.length > 0) await this.doSome(this.waiting.splice(0, this.limits.most));
    this.underWay -= 1;
  }

  private async doSome(some: readonly Waiting<Item, Answer>[]): Promise<void> {
    try {
      const answers = await this.together(some.map(({ item }) => item));
      for (const [place, { resolve }] of some.entries()) resolve(answers[place] as Answer);
    } catch (error) {
      if (some.length === 1) some[0]?.reject(error);
      else for (const each of some) await this.doSome([each]);
    }
  }
}
