import { Checkbox } from 'antd';
import { problemOf, useLeftBehindQuery, type LeftBehindDto } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

const KIND_WORDS: Readonly<Record<LeftBehindDto['items'][number]['kind'], string>> = {
  'calendar-address': 'Calendar address',
  'access-key': 'Access key',
  tablet: 'Trusted tablet',
};

interface LeftBehindProps {
  readonly personId: string;
  readonly name: string;
  /** Ids of the belongings to keep. */
  readonly kept: readonly string[];
  readonly keep: (ids: readonly string[]) => void;
}

/** The belongings of a person who leaves: they end, unless they are taken over. */
export function LeftBehind({ personId, name, kept, keep }: LeftBehindProps) {
  const { data, error, refetch } = useLeftBehindQuery({ id: personId }, { refetchOnMountOrArgChange: true });
  if (error !== undefined) return <ProblemNote problem={problemOf(error)} retry={() => void refetch()} />;
  if (data === undefined) return <p aria-busy="true">Looking for what {name} leaves behind …</p>;
  if (data.items.length === 0) return <p className="muted">{name} leaves nothing behind that still works.</p>;
  return (
    <fieldset className="left-behind">
      <legend>What {name} leaves behind</legend>
      <p className="muted">Each of these ends when you save. Tick what you take over; it then belongs to you.</p>
      <Checkbox.Group
        value={[...kept]}
        onChange={(ids) => keep(ids)}
        options={data.items.map(({ id, kind, name: called }) => ({
          value: id,
          label: (
            <>
              {KIND_WORDS[kind]} <b>{called}</b>
            </>
          ),
        }))}
      />
    </fieldset>
  );
}
