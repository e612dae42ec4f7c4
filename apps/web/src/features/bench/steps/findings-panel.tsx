import { FINDING_KINDS, type FindingKind, mustNotRun, rulesFromFacts } from '@sturdy-shim/core';
import { Button, Checkbox, Input, Select } from 'antd';
import { TEXT_LIMITS, type WorkDto } from '../../../shared/api/index.ts';
import { FINDING_WORDS } from '../../../shared/format/index.ts';
import { useBenchPort } from '../port/bench-port.ts';
import { withWork } from './step-frame.tsx';
import type { StepProps } from './step-props.ts';

type Found = NonNullable<WorkDto['findings']>[number];

/** Findings with the cover off, in trade terms, with their meaning and whether they keep the unit in. */
export function FindingsPanel({ by, draft, change }: Pick<StepProps, 'by' | 'draft' | 'change'>) {
  const { Photos } = useBenchPort();
  const rules = rulesFromFacts(by.family.rules);
  const findings: readonly Found[] | undefined = draft.work?.findings;
  const set = (next: readonly Found[]): void => change(withWork({ findings: [...next] }));
  const list = findings ?? [];
  return (
    <section aria-labelledby="findings-title" className="found-things">
      <h3 id="findings-title">What else was found</h3>
      {list.map(({ kind, note, doNotRun }, index) => (
        <div key={index} className="found-thing">
          <p>
            <b>{FINDING_WORDS[kind][0]}.</b> {FINDING_WORDS[kind][1]}{' '}
            {mustNotRun(kind, rules, doNotRun) && <b className="words-undecided">The unit stays in.</b>}
          </p>
          <Input
            aria-label={`${FINDING_WORDS[kind][0]}: where, and what is to be done`}
            placeholder="Where, and what is to be done"
            maxLength={TEXT_LIMITS.WorkFindingDto.note}
            value={note}
            onChange={({ target }) =>
              set(list.map((each, place) => (place === index ? { ...each, note: target.value } : each)))
            }
          />
          {!mustNotRun(kind, rules) && (
            <Checkbox
              checked={doNotRun === true}
              onChange={({ target }) =>
                set(list.map((each, place) => (place === index ? { ...each, doNotRun: target.checked } : each)))
              }
            >
              It must not run with this
            </Checkbox>
          )}
          <Button onClick={() => set(list.filter((_, place) => place !== index))}>Leave out</Button>
        </div>
      ))}
      <div className="found-acts">
        <Select<FindingKind | null>
          aria-label="Add a finding"
          placeholder="Add a finding"
          value={null}
          onChange={(kind) => kind !== null && set([...list, { kind, note: '' }])}
          options={FINDING_KINDS.map((value) => ({ value, label: FINDING_WORDS[value][0] }))}
          popupMatchSelectWidth={false}
        />
        {findings === undefined && <Button onClick={() => set([])}>Nothing else found</Button>}
        {findings?.length === 0 && <span className="words-inside">Nothing else found.</span>}
      </div>
      {Photos !== null && <Photos words="Add a photo of what was found" />}
    </section>
  );
}
