import type { APIRequestContext } from '@playwright/test';

interface QueueLine {
  readonly tag: string;
  readonly state: string;
  readonly family: string;
  readonly cylinders: number;
  readonly reasons: readonly { readonly code: string; readonly side?: string }[];
}

/** The queue from the server, so that a journey can choose a suitable unit. */
export async function queueOf(request: APIRequestContext, state: string): Promise<QueueLine[]> {
  const answer = await request.get('/api/yard/queue', { params: { state, limit: 100 } });
  return ((await answer.json()) as { lines: QueueLine[] }).lines;
}

/** A unit that must stay in because one valve of its single cylinder is loose or is tight, and its adjuster is to be renewed. */
export async function unitThatMustStayIn(request: APIRequestContext, place: number): Promise<QueueLine> {
  const lines = (await queueOf(request, 'keep-in')).filter(
    ({ cylinders, reasons }) =>
      cylinders === 1 &&
      reasons[0]?.code === 'valve-outside' &&
      reasons.some(({ code }) => code === 'follow-up') &&
      reasons.some(({ code }) => code === 'work-left'),
  );
  const line = lines[place];
  if (line === undefined) throw new Error('the demo yard has no such unit');
  return line;
}

export interface FamilyWindows {
  readonly code: string;
  readonly temperature: 'cold' | 'warm';
  readonly windows: Readonly<
    Record<'intake' | 'exhaust', { readonly minMm: number; readonly maxMm: number; readonly targetMm: number }>
  >;
}

export async function familyOf(request: APIRequestContext, code: string): Promise<FamilyWindows> {
  const families = (await (await request.get('/api/families')).json()) as FamilyWindows[];
  const family = families.find((each) => each.code === code);
  if (family === undefined) throw new Error(`no family ${code}`);
  return family;
}

export async function statusOf(
  request: APIRequestContext,
  tag: string,
): Promise<{ state: string; reasons: { code: string }[]; hoursNow: number | null }> {
  return (await request.get(`/api/units/${tag}/status`)).json();
}

/** A unit of a family in this state; another unit for another `place`. */
export async function unitOf(request: APIRequestContext, family: string, state: string, place = 0): Promise<string> {
  const yard = (await (await request.get('/api/yard', { params: { family } })).json()) as {
    lanes: { pegs: { tag: string; state: string }[] }[];
  };
  const peg = yard.lanes.flatMap(({ pegs }) => pegs).filter((each) => each.state === state)[place];
  if (peg === undefined) throw new Error(`the demo has no ${state} unit of ${family} at place ${place}`);
  return peg.tag;
}

/** A unit of a family that is in order and not on the bench. */
export async function unitForBench(request: APIRequestContext, family: string): Promise<string> {
  const onBench = (await (await request.get('/api/checks')).json()) as { unitTag: string }[];
  for (let place = 0; ; place += 1) {
    const tag = await unitOf(request, family, 'ok', place);
    if (!onBench.some(({ unitTag }) => unitTag === tag)) return tag;
  }
}
