import { nameKey } from '@sturdy-shim/core';
import { AutoComplete, Input, type InputRef } from 'antd';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useFindAnythingQuery } from '../shared/api/index.ts';
import { Key, useDebounced, useKeys } from '../shared/ui/index.ts';
import { usePlaces } from './places.ts';

/** From here on words find places too: fewer letters fit nearly every one. */
const PLACE_LETTERS = 3;

/**
 * Finds a unit by tag, serial, stamping, kind, family or site, and families and sites by their names; a whole tag and
 * Enter, typed or scanned, go straight to the unit. Places are found by their names and by what they are for.
 */
export function FindField() {
  const [words, setWords] = useState('');
  const field = useRef<InputRef>(null);
  const navigate = useNavigate();
  const places = usePlaces();
  const asked = useDebounced(words.trim(), 120);
  const { currentData: found, isFetching } = useFindAnythingQuery({ find: asked }, { skip: asked === '' });
  useKeys([
    { key: '/', what: 'Find a unit, a family, a site or a place', run: () => field.current?.focus({ cursor: 'all' }) },
  ]);

  const open = (path: string): void => {
    setWords('');
    field.current?.blur();
    void navigate(path);
  };
  const toUnit = (tag: string): string => `/units/${encodeURIComponent(tag)}`;
  const units = (found?.units ?? []).map(({ tag, kind, family, site }) => ({
    value: toUnit(tag),
    label: (
      <span className="found-unit">
        <b className="mono">{tag}</b>
        <span>
          {kind} · {family} · {site}
        </span>
      </span>
    ),
  }));
  const named = (kind: string, name: string, path: string) => ({
    value: path,
    label: (
      <span className="found-unit">
        <b>{name}</b>
        <span>{kind}</span>
      </span>
    ),
  });
  // A family or a site whose name begins so stands before the units that only belong to it.
  const begins = (name: string): boolean => nameKey(name).startsWith(nameKey(asked));
  const others = [
    ...(found?.families ?? []).map((code) => ({
      name: code,
      option: named('family', code, `/families/${encodeURIComponent(code)}`),
    })),
    ...(found?.sites ?? []).map((site) => ({
      name: site,
      option: named('site', site, `/register?site=${encodeURIComponent(site)}`),
    })),
  ];
  const typed = words.trim().toLowerCase();
  const placeOptions =
    typed.length < PLACE_LETTERS
      ? []
      : places
          .filter(({ name, about }) =>
            `${name} ${about}`
              .toLowerCase()
              .split(' ')
              .some((word) => word.startsWith(typed)),
          )
          .map(({ to, name, about }) => named(about, name, to));
  const options = [
    ...others.filter(({ name }) => begins(name)).map(({ option }) => option),
    ...units,
    ...(found?.more
      ? [named('every unit that fits', `All with “${asked}”`, `/register?find=${encodeURIComponent(asked)}`)]
      : []),
    ...others.filter(({ name }) => !begins(name)).map(({ option }) => option),
    ...placeOptions,
  ];
  return (
    <AutoComplete
      className="find-field"
      // What is typed, never the address of what is chosen.
      value={words}
      options={options}
      onSearch={setWords}
      onSelect={open}
      defaultActiveFirstOption
      popupMatchSelectWidth={380}
      notFoundContent={asked === '' || isFetching || found === undefined ? null : `Nothing matches “${asked}”.`}
    >
      <Input
        ref={field}
        aria-label="Find a unit by tag, serial, stamping or family"
        placeholder="Tag, serial or family"
        suffix={<Key name="/" />}
        onKeyDown={(event) => {
          if (event.key === 'Escape') field.current?.blur();
          // A scanner types faster than we find: a whole tag goes to its unit, whatever the list shows yet.
          const listed = found?.units.find(({ tag }) => nameKey(tag) === nameKey(words));
          if (event.key === 'Enter' && words.trim() !== '' && (listed || options.length === 0)) {
            event.preventDefault();
            event.stopPropagation();
            open(toUnit(listed?.tag ?? words.trim()));
          }
        }}
      />
    </AutoComplete>
  );
}
