export interface GatheringLimits {
  /** So many sets are under way at the same moment. */
  readonly atATime: number;
  /** So many items make a set. */
  readonly most: number;
}

interface Waiting<Item, Answer> {
  readonly item: Item;
  readonly resolve: (answer: Answer) => void;
  readonly reject: (error: unknown) => void;
}

/**
 * Does together what comes while others are under way, as databases commit in groups: one alone is done at once and as
 * itself; the more come, the more share one transaction. A set that fails is done again one by one, so that nobody is answered
 * with what somebody else sent.
 */
export class Gathered<Item, Answer> {
  private readonly waiting: Waiting<Item, Answer>[] = [];
  private underWay = 0;

  /** @param together answers in the order of the items */
  constructor(
    private readonly together: (items: readonly Item[]) => Promise<readonly Answer[]>,
    private readonly limits: GatheringLimits,
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
