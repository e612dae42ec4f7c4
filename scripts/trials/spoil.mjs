import { oddValue, spoiled } from './odd-values.mjs';

const deep = (chance) => {
  let value = 'end';
  for (let level = chance.pick([25, 200, 3000]); level > 0; level -= 1)
    value = chance.below(0.5) ? [value] : { deep: value };
  return value;
};
const LONG = [' ', '9', 'ß', 'x,', '=', '\u0301', '1,', "'", '\n'];
const long = (chance) => chance.pick(LONG).repeat(chance.pick([300, 20_000, 60_000]));
const UNICODE = [
  '\u0000',
  '\u202e',
  '\u200b',
  '\ud800',
  '\ufdfa',
  '\u3164',
  'İ',
  'ǅ',
  '＝1',
  '\u2028',
  '🛠',
  'e\u0301',
  '\ufeff',
];
const unicode = (chance) => `PW${chance.pick(UNICODE)}${chance.below(0.5) ? '22' : ''}`;
/** Names of inherited object properties. */
const OWN_KEYS = ['__proto__', 'constructor', 'prototype', 'toString', 'hasOwnProperty', 'valueOf'];

/** Inserts a value into another as a field or an entry, or replaces the whole. */
function planted(value, chance, make) {
  if (value === null || typeof value !== 'object' || chance.below(0.15)) return make();
  const names = Object.keys(value);
  if (names.length === 0) return make();
  const name = chance.pick(names);
  const next = Array.isArray(value) ? [...value] : { ...value };
  next[name] = planted(value[name], chance, make);
  return next;
}

/** Adds a field of this name, also `__proto__`, which an object literal would ignore. */
function withField(value, name, content) {
  const text = JSON.stringify(value);
  const field = `${JSON.stringify(name)}:${JSON.stringify(content)}`;
  return text.startsWith('{') ? `{${field}${text === '{}' ? '}' : `,${text.slice(1)}`}` : text;
}

const raw = (asked, text, headers = {}) => ({
  ...asked,
  body: undefined,
  bytes: Buffer.from(text),
  headers: { 'content-type': 'application/json', ...headers },
});

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;
/** Some of the ids, or all. */
const capitals = (text, chance) => {
  const all = chance.below(0.5);
  return text.replaceAll(UUID, (id) => (all || chance.below(0.5) ? id.toUpperCase() : id));
};

const NESTED_NOTHING = [[[]], [{}], [[{}]], [null], [[], {}], [[[]]], [{ toString: 1 }], [[null]], []];
/** Paths to every list within a value. */
function listsIn(value, path = []) {
  if (value === null || typeof value !== 'object') return [];
  const inner = Object.entries(value).flatMap(([name, part]) => listsIn(part, [...path, name]));
  return Array.isArray(value) ? [path, ...inner] : inner;
}
function replaced(value, [name, ...rest], content) {
  if (name === undefined) return content;
  const next = Array.isArray(value) ? [...value] : { ...value };
  next[name] = replaced(value[name], rest, content);
  return next;
}

/** Mutations of a valid request. Each takes the request and returns another one, or null if it does not apply. */
export const WAYS = {
  'a field': (asked, chance) => (asked.body === undefined ? null : { ...asked, body: spoiled(asked.body, chance) }),
  depth: (asked, chance) =>
    asked.body === undefined ? null : { ...asked, body: planted(asked.body, chance, () => deep(chance)) },
  'ids in capitals': (asked, chance) => {
    const path = asked.path.replaceAll(UUID, (id) => id.toUpperCase());
    const text = asked.body === undefined ? null : JSON.stringify(asked.body);
    const body = text === null ? undefined : JSON.parse(capitals(text, chance));
    const query = asked.query === undefined ? undefined : JSON.parse(capitals(JSON.stringify(asked.query), chance));
    const same = path === asked.path && JSON.stringify(body ?? null) === (text ?? 'null');
    return same && JSON.stringify(query) === JSON.stringify(asked.query) ? null : { ...asked, path, body, query };
  },
  'a list within a list': (asked, chance) => {
    if (asked.body === undefined) return null;
    const lists = listsIn(asked.body);
    if (lists.length === 0) return null;
    return { ...asked, body: replaced(asked.body, chance.pick(lists), chance.pick(NESTED_NOTHING)) };
  },
  length: (asked, chance) =>
    asked.body === undefined ? null : { ...asked, body: planted(asked.body, chance, () => long(chance)) },
  unicode: (asked, chance) =>
    asked.body === undefined ? null : { ...asked, body: planted(asked.body, chance, () => unicode(chance)) },
  'a name that every object has': (asked, chance) => {
    const name = chance.pick(OWN_KEYS);
    if (asked.body !== undefined && chance.below(0.5)) return raw(asked, withField(asked.body, name, oddValue(chance)));
    if (asked.body !== undefined) return { ...asked, body: planted(asked.body, chance, () => name) };
    if (asked.bytes !== undefined) return { ...asked, bytes: spoiledFile(asked.bytes, chance, () => name) };
    return { ...asked, query: { ...asked.query, [chance.below(0.5) ? name : 'state']: name } };
  },
  'a query': (asked, chance) => {
    const names = Object.keys(asked.query ?? {});
    const name = chance.pick([...names, 'cursor', 'limit', 'state', 'before', 'find', 'site']);
    const value = chance.pick([oddValue(chance), unicode(chance), long(chance).slice(0, 5000), chance.id()]);
    return { ...asked, query: { ...asked.query, [name]: typeof value === 'string' ? value.toWellFormed() : value } };
  },
  'a cursor': (asked, chance) => {
    const cursor = asked.query?.cursor;
    if (typeof cursor !== 'string') return null;
    const place = JSON.parse(Buffer.from(cursor, 'base64url').toString());
    const next = chance.pick([
      () => [...place, 1],
      () => place.slice(1),
      () => place.map((part) => (chance.below(0.5) ? oddValue(chance) : part)),
      () => ({ ...place, rank: 1e12, last: 99, site: 'Yard' }),
      () => [2 ** 40, 1e308, 'A\u0000'],
      // Values beyond each integer width of the database.
      () =>
        place.map((part) =>
          typeof part === 'number' ? chance.pick([2 ** 15, -(2 ** 15) - 1, 2 ** 31, 2 ** 53]) : part,
        ),
    ])();
    const bytes = Buffer.from(JSON.stringify(next));
    if (chance.below(0.3)) bytes[chance.whole(0, bytes.length - 1)] ^= 1 << chance.whole(0, 7);
    return { ...asked, query: { ...asked.query, cursor: bytes.toString('base64url') } };
  },
  encoding: (asked, chance) => {
    const content = asked.bytes ?? (asked.body === undefined ? null : Buffer.from(JSON.stringify(asked.body)));
    if (content === null) return null;
    const type = asked.bytes === undefined ? 'application/json' : 'application/octet-stream';
    const [bytes, headers] = chance.pick([
      () => [Buffer.from(`\uFEFF${content}`, 'utf16le'), {}],
      () => [Buffer.concat([content, Buffer.from([0xff, 0xc3])]), {}],
      () => [content.subarray(0, Math.floor(content.length / 2)), {}],
      () => [content, { 'content-encoding': chance.pick(['gzip', 'br', 'deflate', 'nonsense']) }],
      () => [
        content,
        {
          'content-type': chance.pick([
            'text/plain',
            'application/json; charset=utf-16',
            'multipart/form-data; boundary=x',
            '',
          ]),
        },
      ],
      () => [Buffer.from('['.repeat(100_000)), {}],
      () => [Buffer.from('null'), {}],
    ])();
    return { ...asked, body: undefined, bytes, headers: { 'content-type': type, ...headers } };
  },
  'a file': (asked, chance) => {
    if (asked.bytes === undefined) return null;
    return {
      ...asked,
      bytes: spoiledFile(asked.bytes, chance, () => chance.pick([unicode(chance), long(chance), ...ODD_CELLS])),
    };
  },
  'a path': (asked, chance) => {
    const odd = chance.pick([
      '%00',
      '%E0%A4',
      '..',
      '%2e%2e%2f',
      '%',
      'a/b',
      '%F0%9F%9B%A0',
      encodeURIComponent(long(chance).slice(0, 3000)),
    ]);
    const parts = asked.path.split('/');
    parts[chance.whole(2, parts.length - 1)] = odd;
    return { ...asked, path: parts.join('/') };
  },
  who: (asked, chance) => {
    const headers = chance.pick([
      { cookie: '' },
      { origin: 'https://elsewhere.example' },
      { cookie: 'shim-session=x; shim-device=%00; shim-known=a.b.c' },
      { cookie: '', authorization: 'Bearer shim_nonsense' },
      { cookie: `shim-session=${'x'.repeat(5000)}` },
    ]);
    return { ...asked, headers };
  },
};

const ODD_CELLS = [
  '=1+1',
  '1.250',
  '',
  '"',
  '2026-05-04T07:00:00+99:99',
  '2026-05-04T07:00:00-24:00',
  '2026-05-04t07:00:00z',
  '2026-02-30',
  'A\u0000B',
  '\ud800',
  '1e999',
  ',,,',
  '[[]]',
];

/** Changes one or two cells of a file, or its separators. */
function spoiledFile(bytes, chance, make) {
  const text = bytes.toString();
  if (chance.below(0.25)) return Buffer.from(text.replaceAll(',', chance.pick([';', '\t', '|', ',,', '"', '\n'])));
  const cells = text.split(/([,\n])/);
  cells[chance.whole(0, Math.floor((cells.length - 1) / 2)) * 2] = make();
  return Buffer.from(cells.join(''));
}
