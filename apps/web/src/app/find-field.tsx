import { nameKey } from '@sturdy-shim/core';
import { AutoComplete, Input, type InputRef } from 'antd';
import { type ReactNode, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { type FoundDto, useFindAnythingQuery } from '../shared/api/index.ts';
import { Key, useDebounced, useKeys } from '../shared/ui/index.ts';
import { type ShownPlace, usePlaces } from './places.ts';

/** Minimum text length for finding pages; shorter text matches nearly all of them. */
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
  const options = optionsOf(found, { asked, typed: words.trim().toLowerCase(), places });
  return (
    <AutoComplete
      className="find-field"
      // Shows the typed text, never the address of the chosen option.
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
          // A scanner types faster than the search answers: a whole tag opens its unit, whatever the list shows.
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

const toUnit = (tag: string): string => `/units/${encodeURIComponent(tag)}`;

interface FoundProps {
  readonly name: string;
  readonly about: string;
  readonly mono?: boolean;
}

const Found = ({ name, about, mono = false }: FoundProps) => (
  <span className="found-unit">
    <b className={mono ? 'mono' : undefined}>{name}</b>
    <span>{about}</span>
  </span>
);

const named = (about: string, name: string, path: string): Option => ({
  value: path,
  label: <Found name={name} about={about} />,
});

interface Option {
  readonly value: string;
  readonly label: ReactNode;
}
interface Asked {
  readonly asked: string;
  readonly typed: string;
  readonly places: readonly ShownPlace[];
}

/** The matches, in the order in which they are offered. */
function optionsOf(found: FoundDto | undefined, { asked, typed, places }: Asked): Option[] {
  const units = (found?.units ?? []).map(({ tag, kind, family, site }) => ({
    value: toUnit(tag),
    label: <Found name={tag} mono about={`${kind} · ${family} · ${site}`} />,
  }));
  // A family or a site whose name begins with the text comes before units that only belong to it.
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
  return [
    ...others.filter(({ name }) => begins(name)).map(({ option }) => option),
    ...units,
    ...(found?.more
      ? [named('every unit that fits', `All with “${asked}”`, `/register?find=${encodeURIComponent(asked)}`)]
      : []),
    ...others.filter(({ name }) => !begins(name)).map(({ option }) => option),
    ...placeOptions,
  ];
}
