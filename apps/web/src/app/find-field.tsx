import { AutoComplete, Input, type InputRef } from 'antd';
import { useDeferredValue, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useFindUnitsQuery } from '../shared/api/index.ts';
import { Key, useKeys } from '../shared/ui/index.ts';

const plain = (text: string): string => text.replace(/[\s\-.]/g, '').toUpperCase();

/** Finds a unit by tag, serial, kind, family or site; a whole tag and Enter, typed or scanned, go straight to it. */
export function FindField() {
  const [words, setWords] = useState('');
  const field = useRef<InputRef>(null);
  const navigate = useNavigate();
  const asked = useDeferredValue(words.trim());
  const { currentData: found, isFetching } = useFindUnitsQuery({ find: asked }, { skip: asked === '' });
  useKeys([{ key: '/', what: 'Find a unit', run: () => field.current?.focus() }]);

  const open = (tag: string): void => {
    setWords('');
    field.current?.blur();
    void navigate(`/units/${encodeURIComponent(tag)}`);
  };
  const options = (found ?? []).map(({ tag, kind, family, site }) => ({
    value: tag,
    label: (
      <span className="found-unit">
        <b className="mono">{tag}</b>
        <span>
          {kind} · {family} · {site}
        </span>
      </span>
    ),
  }));
  return (
    <AutoComplete
      className="find-field"
      value={words}
      options={options}
      onChange={setWords}
      onSelect={open}
      defaultActiveFirstOption
      popupMatchSelectWidth={360}
      notFoundContent={asked === '' || isFetching || found === undefined ? null : `No unit matches “${asked}”.`}
    >
      <Input
        ref={field}
        aria-label="Find a unit by tag, serial or family"
        placeholder="Tag, serial or family"
        suffix={<Key name="/" />}
        onKeyDown={(event) => {
          if (event.key === 'Escape') field.current?.blur();
          // A scanner types faster than we find: a whole tag goes to its unit, whatever the list shows yet.
          const listed = found?.find(({ tag }) => plain(tag) === plain(words));
          if (event.key === 'Enter' && words.trim() !== '' && (listed || options.length === 0)) {
            event.preventDefault();
            event.stopPropagation();
            open(listed?.tag ?? words.trim());
          }
        }}
      />
    </AutoComplete>
  );
}
