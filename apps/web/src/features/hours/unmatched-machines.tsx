import { Button, Input } from 'antd';
import { useState } from 'react';
import {
  problemOf,
  useMatchMachineMutation,
  useUnmatchedMachinesQuery,
  type FeedMachineDto,
} from '../../shared/api/index.ts';
import { hoursText } from '../../shared/format/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

/** Machines that a feed names and that are no unit yet: a person says which unit each is. */
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

function Machine({ feedId, machine }: { readonly feedId: string; readonly machine: FeedMachineDto }) {
  const { machine: name, serial, model, lastHours } = machine;
  const [tag, setTag] = useState('');
  const [match, { error, isLoading }] = useMatchMachineMutation();
  const say = (said: string | null): void => void match({ id: feedId, matchDto: { machine: name, tag: said } });
  return (
    <li>
      <span>
        <b className="mono">{name}</b>{' '}
        <span className="muted">
          {[model, serial && `serial ${serial}`, hoursText(lastHours)].filter(Boolean).join(', ')}
        </span>
      </span>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          say(tag.trim());
        }}
      >
        <Input
          aria-label={`Tag of the unit that ${name} is`}
          placeholder="Tag"
          required
          value={tag}
          onChange={({ target }) => setTag(target.value)}
        />
        <Button htmlType="submit" loading={isLoading}>
          It is this unit
        </Button>
        <Button onClick={() => say(null)}>Not ours</Button>
      </form>
      <ProblemNote problem={problemOf(error)} />
    </li>
  );
}
