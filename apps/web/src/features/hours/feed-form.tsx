import { Button, Checkbox, Input, InputNumber } from 'antd';
import { useState } from 'react';
import {
  TEXT_LIMITS,
  newId,
  problemOf,
  useAddHourFeedMutation,
  useChangeHourFeedMutation,
  type HourFeedDto,
} from '../../shared/api/index.ts';
import { Field, ProblemNote } from '../../shared/ui/index.ts';

interface FormProps {
  /** Null: a new one. */
  readonly feed: HourFeedDto | null;
  readonly done: () => void;
}

/** Where a feed lies, and how often it is asked. */
export function FeedForm({ feed, done }: FormProps) {
  // The same until it is saved: sent again after a cut line, it is added once.
  const [key] = useState(() => feed?.id ?? newId());
  const [name, setName] = useState(feed?.name ?? '');
  const [url, setUrl] = useState(feed?.url ?? '');
  const [authorization, setAuthorization] = useState('');
  const [everyMinutes, setEveryMinutes] = useState(feed?.everyMinutes ?? 60);
  const [on, setOn] = useState(feed?.on ?? true);
  const [inside, setInside] = useState(feed?.inside ?? false);
  const [add, adding] = useAddHourFeedMutation();
  const [change, changing] = useChangeHourFeedMutation();
  const problem = problemOf(adding.error ?? changing.error);
  const save = async (): Promise<void> => {
    const fields = {
      name: name.trim(),
      url: url.trim(),
      everyMinutes,
      on,
      inside,
      ...(authorization.trim() !== '' && { authorization: authorization.trim() }),
    };
    const answer =
      feed === null
        ? await add({ newHourFeedDto: { id: key, ...fields } })
        : await change({ id: feed.id, changeHourFeedDto: { ...fields, version: feed.version } });
    if (answer.data !== undefined) done();
  };
  return (
    <form
      className="feed-form"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Field id={`${key}-name`} label="Name" wrong={problem?.fields.name}>
        <Input
          required
          maxLength={TEXT_LIMITS.NewHourFeedDto.name}
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
      </Field>
      <Field
        id={`${key}-url`}
        label="Address of its first page"
        hint={url.includes('•') ? 'Dots stand for a key that is not shown. Leave them to keep it.' : undefined}
        wrong={problem?.fields.url}
      >
        <Input
          required
          placeholder="https://gateway.example/fleet/1"
          maxLength={TEXT_LIMITS.NewHourFeedDto.url}
          value={url}
          onChange={({ target }) => setUrl(target.value)}
        />
      </Field>
      <Field
        id={`${key}-authorization`}
        label="What is sent as authorization, if it asks for any"
        hint={feed === null ? undefined : 'Leave empty to keep it. Another address starts without.'}
        wrong={problem?.fields.authorization}
      >
        <Input.Password
          autoComplete="off"
          placeholder="Bearer …"
          value={authorization}
          onChange={({ target }) => setAuthorization(target.value)}
        />
      </Field>
      <Field id={`${key}-minutes`} label="Asked every so many minutes" wrong={problem?.fields.everyMinutes}>
        <InputNumber min={5} max={10_080} value={everyMinutes} onChange={(next) => setEveryMinutes(next ?? 60)} />
      </Field>
      <Checkbox checked={on} onChange={({ target }) => setOn(target.checked)}>
        Poll automatically
      </Checkbox>
      <Checkbox checked={inside} onChange={({ target }) => setInside(target.checked)}>
        It lies inside our own network, and may be asked there
      </Checkbox>
      {problem && Object.keys(problem.fields).length === 0 && <ProblemNote problem={problem} />}
      <div className="feed-acts">
        <Button type="primary" htmlType="submit" loading={adding.isLoading || changing.isLoading}>
          Save
        </Button>
        <Button onClick={done}>Cancel</Button>
      </div>
    </form>
  );
}
