import { Button, Input } from 'antd';
import { useState } from 'react';
import {
  type Problem,
  problemOf,
  useMatchMachineMutation,
  useUnmatchedMachinesQuery,
  type FeedMachineDto,
} from '../../shared/api/index.ts';
import { hoursText } from '../../shared/format/index.ts';
import { ProblemNote, ShopField, ShopForm } from '../../shared/ui/index.ts';

/** Machines of a feed that are not matched with a unit yet. */
export function UnmatchedMachines({ feedId }: { readonly feedId: string }) {
  const { data } = useUnmatchedMachinesQuery({ id: feedId }, { pollingInterval: 15_000 });
  if (data === undefined || data.machines.length === 0) return null;
  return (
    <div className="unmatched">
      <h3>
        {data.machines.length === 1 ? 'One machine is' : `${data.machines.length} machines are`} no unit yet. Which is
        it?
      </h3>
      <ul>
        {data.machines.map((machine) => (
          <Machine key={machine.machine} feedId={feedId} machine={machine} />
        ))}
      </ul>
    </div>
  );
}

const NO_TAG = { tag: '' };

function Machine({ feedId, machine }: { readonly feedId: string; readonly machine: FeedMachineDto }) {
  const { machine: name, serial, model, lastHours } = machine;
  const [match] = useMatchMachineMutation();
  const [refused, setRefused] = useState<Problem | null>(null);
  const say = async (tag: string | null): Promise<Problem | null> =>
    problemOf((await match({ id: feedId, matchDto: { machine: name, tag } })).error);
  return (
    <li>
      <span>
        <b className="mono">{name}</b>{' '}
        <span className="muted">
          {[model, serial && `serial ${serial}`, hoursText(lastHours)].filter(Boolean).join(', ')}
        </span>
      </span>
      <ShopForm
        name={`match-${name}`}
        initial={NO_TAG}
        submit="It is this unit"
        send={({ tag }) => say(tag.trim())}
        beside={<Button onClick={() => void say(null).then(setRefused)}>Not ours</Button>}
      >
        <ShopField name="tag" label={`Tag of the unit that ${name} is`} needed="Type the tag that stands on it.">
          <Input placeholder="Tag" />
        </ShopField>
      </ShopForm>
      <ProblemNote problem={refused} />
    </li>
  );
}
