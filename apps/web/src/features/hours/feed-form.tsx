import { Button, Checkbox, Form, Input, InputNumber } from 'antd';
import { useState } from 'react';
import {
  type HourFeedDto,
  type Problem,
  TEXT_LIMITS,
  newId,
  problemOf,
  useAddHourFeedMutation,
  useChangeHourFeedMutation,
} from '../../shared/api/index.ts';
import { ShopField, ShopForm } from '../../shared/ui/index.ts';

interface FeedValues {
  readonly name: string;
  readonly url: string;
  readonly authorization: string;
  readonly everyMinutes: number | null;
  readonly on: boolean;
  readonly inside: boolean;
}
const LIMITS = TEXT_LIMITS.NewHourFeedDto;
const USUAL_MINUTES = 60;

interface FormProps {
  /** Null: a new one. */
  readonly feed: HourFeedDto | null;
  readonly done: () => void;
}

/** Address of a feed and its polling interval. */
export function FeedForm({ feed, done }: FormProps) {
  // Stable until saved, so that a repeated request adds it once.
  const [key] = useState(() => feed?.id ?? newId());
  const [initial] = useState(() => valuesOf(feed));
  const [add] = useAddHourFeedMutation();
  const [change] = useChangeHourFeedMutation();
  const send = async ({ authorization, everyMinutes, ...values }: FeedValues): Promise<Problem | null> => {
    const fields = {
      ...values,
      name: values.name.trim(),
      url: values.url.trim(),
      everyMinutes: everyMinutes ?? USUAL_MINUTES,
      ...(authorization.trim() !== '' && { authorization: authorization.trim() }),
    };
    const { error } =
      feed === null
        ? await add({ newHourFeedDto: { id: key, ...fields } })
        : await change({ id: feed.id, changeHourFeedDto: { ...fields, version: feed.version } });
    if (error === undefined) done();
    return problemOf(error);
  };
  return (
    <ShopForm
      name={key}
      guarded
      className="feed-form"
      initial={initial}
      send={send}
      submit="Save"
      beside={<Button onClick={done}>Cancel</Button>}
    >
      <FeedFields known={feed !== null} hidden={initial.url.includes('•')} />
      <Form.Item name="on" valuePropName="checked" noStyle>
        <Checkbox>Poll automatically</Checkbox>
      </Form.Item>
      <Form.Item name="inside" valuePropName="checked" noStyle>
        <Checkbox>It lies inside our own network, and may be asked there</Checkbox>
      </Form.Item>
    </ShopForm>
  );
}

const valuesOf = (feed: HourFeedDto | null): FeedValues => ({
  name: feed?.name ?? '',
  url: feed?.url ?? '',
  authorization: '',
  everyMinutes: feed?.everyMinutes ?? USUAL_MINUTES,
  on: feed?.on ?? true,
  inside: feed?.inside ?? false,
});

interface FieldsProps {
  /** The feed is changed, not added. */
  readonly known: boolean;
  /** A key in its address is not shown. */
  readonly hidden: boolean;
}

const FeedFields = ({ known, hidden }: FieldsProps) => (
  <>
    <ShopField name="name" label="Name" needed="Give it a name, such as whose machines it tells of.">
      <Input maxLength={LIMITS.name} />
    </ShopField>
    <ShopField
      name="url"
      label="Address of its first page"
      needed="Give the address."
      {...(hidden && { hint: 'Dots stand for a key that is not shown. Leave them to keep it.' })}
    >
      <Input placeholder="https://gateway.example/fleet/1" maxLength={LIMITS.url} />
    </ShopField>
    <ShopField
      name="authorization"
      label="What is sent as authorization, if it asks for any"
      {...(known && { hint: 'Leave empty to keep it. Another address starts without.' })}
    >
      <Input.Password autoComplete="off" placeholder="Bearer …" />
    </ShopField>
    <ShopField name="everyMinutes" label="Asked every so many minutes">
      <InputNumber min={5} max={10_080} />
    </ShopField>
  </>
);
