import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { defused, undefused } from '../spreadsheets/index.ts';
import { choiceCell, dayCell, figureCell, hoursCell, linesCell, plainText, textLinesCell } from './cells.ts';
import { LEAF_COLUMNS } from './blade-sets/blade-columns.ts';
import { SOURCE_COLUMNS } from './families/source-columns.ts';
import { FAMILY_COLUMNS, SHEET_COLUMNS } from './families/family-columns.ts';
import { tableOf } from './table.ts';
import { UNIT_COLUMNS, USE_WORDS } from './units/unit-columns.ts';

const read = (text: string | Uint8Array) =>
  tableOf(typeof text === 'string' ? new TextEncoder().encode(text) : text, 'csv', UNIT_COLUMNS);
const json = (value: unknown) => tableOf(new TextEncoder().encode(JSON.stringify(value)), 'json', UNIT_COLUMNS);
const rowsOf = (table: ReturnType<typeof read>) => {
  if (!table.ok) throw new Error(table.unreadable);
  return table.rows.map(({ line, cells }) => [line, ...Object.values(cells)]);
};
const wide = (text: string, swap: boolean): Uint8Array => {
  const bytes = Buffer.from(`\uFEFF${text}`, 'utf16le');
  return swap ? bytes.swap16() : bytes;
};

describe('a file is read rightly', () => {
  it.each([
    ['commas', 'tag,kind\nA,Pump\n'],
    ['semicolons', 'tag;kind\nA;Pump\n'],
    ['tabs', 'tag\tkind\r\nA\tPump\r\n'],
    ['bars', 'tag|kind\rA|Pump\r'],
    ['marks within quotes', '"tag";"kind"\n"A";"Pump"'],
    ['a byte order mark', '\uFEFFtag,kind\nA,Pump'],
    ['empty rows', 'tag,kind\nA,Pump\n,\n\n  ,  \n'],
    ['UTF-16', wide('tag,kind\nA,Pump', false)],
    ['UTF-16, the other way round', wide('tag,kind\nA,Pump', true)],
  ])('with %s', (_, text) => expect(rowsOf(read(text))).toEqual([[2, 'A', 'Pump']]));

  it('by the mark that its first line names', () => {
    const table = read('sep=;\ntag;note\nA;"one\ntwo"\nB;three, four');
    expect(rowsOf(table)).toEqual([
      [3, 'A', 'one\ntwo'],
      [5, 'B', 'three, four'],
    ]);
  });

  it('as Windows-1252 only where nothing in it is UTF-8', () => {
    const [table] = [read(Buffer.from('tag,note\nA,Stra\xdfe\n', 'latin1'))];
    expect(rowsOf(table)).toEqual([[2, 'A', 'Straße']]);
    const mixed = Buffer.concat([Buffer.from('tag,note\nA,Weiß\nB,'), Buffer.from([0xdf]), Buffer.from('\n')]);
    expect(read(mixed)).toMatchObject({ unreadable: expect.stringMatching(/^Line 3 holds a byte \(0xdf\)/) });
    expect(read(Buffer.concat([wide('tag\nA', false), Buffer.from([0x00, 0xd8])]))).toHaveProperty('unreadable');
  });

  it.each([
    ['a title that is not ours', 'tag,constructor\nA,1\n', /“constructor” is not known/],
    ['the same title twice', 'tag,Tag\nA,B\n', /stands there twice/],
    ['an open quotation mark', 'tag\n"A\nB\n', /from line/],
    ['50 000 columns', `${'x,'.repeat(50_000)}\n`, /names 50001 columns/],
  ])('refuses %s and says where', (_, text, said) => {
    expect(read(text)).toMatchObject({ unreadable: expect.stringMatching(said), remedy: expect.any(String) });
  });

  it.each([
    ['a row that is cut off', 'tag,kind,note\nA,Pump\nB,Pump,x\n', 2, /^It has 2 cells/],
    ['a row with more cells than titles', 'tag,kind,note\n\nA,Pump,x,more\nB,Pump,x\n', 3, /^It has 4 cells/],
    ['a cell without end', `tag,kind,note\n${'x'.repeat(30_000)},Pump,x\nB,Pump,x\n`, 2, /30000 characters/],
  ])('%s is a refused line of its own, and the other rows are read', (_, text, line, said) => {
    expect(read(text)).toMatchObject({
      rows: [{ cells: { tag: 'B' } }],
      misfits: [{ line, misfit: { problem: expect.stringMatching(said), remedy: expect.any(String) } }],
    });
  });

  it('an entry of JSON with a list in a field is a refused line of its own', () => {
    expect(json([{ tag: 'A' }, { tag: ['B'] }])).toMatchObject({
      rows: [{ line: 1, cells: { tag: 'A' } }],
      misfits: [{ line: 2, misfit: { problem: expect.stringMatching(/is a list/) } }],
    });
  });

  it.each([
    ['a name that every object has', [{ tag: 'A', constructor: 1 }], /“constructor” of entry 1/],
    ['no list', { tag: 'A' }, /not a list/],
  ])('refuses JSON with %s', (_, value, said) => {
    expect(json(value)).toMatchObject({ unreadable: expect.stringMatching(said) });
  });

  it('refuses JSON of any depth', () => {
    const tableIn = (text: string) => tableOf(new TextEncoder().encode(text), 'json', UNIT_COLUMNS);
    expect(tableIn('['.repeat(200_000))).toHaveProperty('unreadable');
    expect(tableIn(`${'[{"tag":'.repeat(3000)}1${'}]'.repeat(3000)}`)).toMatchObject({
      rows: [],
      misfits: [{ line: 1 }],
    });
  });
});

describe('figures', () => {
  it.each([
    ['1.250', false, 1.25],
    ['0,125', false, 0.125],
    ['0.125', true, 0.125],
    ['950,1', true, 950.1],
    ["'-5", false, -5],
    ['1e-7', false, 1e-7],
  ])('%s is read, semicolons %s', (text, semicolons, value) => {
    expect(figureCell(text, semicolons)).toEqual({ ok: true, value });
  });

  it.each([
    ['1,250', false],
    ['1.250', true],
    ['1.234,5', false],
    ['12.345.678', true],
    ['1.2.3', false],
    ['５', false],
  ])('%s is doubtful or none, semicolons %s', (text, semicolons) => {
    expect(figureCell(text, semicolons)).toHaveProperty('problem');
    expect(hoursCell(text, semicolons)).toHaveProperty('problem');
  });

  it.each(['constructor', '__proto__', 'toString', 'has own property'])('%s is no choice', (word) => {
    expect(choiceCell(word, USE_WORDS)).toHaveProperty('problem');
  });
});

describe('cells that a spreadsheet would run as formulas', () => {
  it('any text is escaped for every spreadsheet program and restored on import', () => {
    const sign = fc.constantFrom('=', '+', '-', '@', '＝', '＋', '－', '＠', "'", ';', ',', '|', '\n', 'x', '1', ' ');
    fc.assert(
      fc.property(fc.array(sign, { maxLength: 12 }), (signs) => {
        const text = signs.join('');
        expect(undefused(defused(text))).toBe(text);
        // For every separator that a spreadsheet may use.
        for (const mark of [',', ';', '|', '\n'])
          for (const cell of defused(text).split(mark)) expect(cell).not.toMatch(/^[=+\-@＝＋－＠]/);
      }),
      { numRuns: 2000 },
    );
  });

  it.each(['=1+1', '＝1', '-x', '@a'])('%s is refused where it was not defused', (cell) => {
    expect(plainText(cell)).toHaveProperty('problem');
    expect(plainText(`'${cell}`)).toEqual({ ok: true, value: cell });
    expect(textLinesCell(defused(`Note\n${cell}`))).toEqual({ ok: true, value: `Note\n${cell}` });
  });
});

/** A backtracking pattern would need quadratic time here: a hundred thousand characters. */
describe('parsing time is linear in the length of the text', () => {
  const CELLS: readonly (readonly [string, (cell: string) => unknown])[] = [
    ['hours', hoursCell],
    ['figures', figureCell],
    ['days', (cell) => dayCell(cell, '9999', '')],
    ['choices', (cell) => choiceCell(cell, USE_WORDS)],
    ['lines', linesCell],
    ...SHEET_COLUMNS.map(({ title, read: cell }) => [title, (text: string) => cell(text, false)] as const),
    ...SOURCE_COLUMNS.map(({ title, read: cell }) => [title, (text: string) => cell(text, false)] as const),
    ...LEAF_COLUMNS.map(({ title, read: cell }) => [title, (text: string) => cell(text, false)] as const),
  ];
  const PARTS = [' ', '9', 'h', '9,', '1 ', '.', '-', '=', "'", 'a\n', '\n', '9.9', '\t', 'mm ', '± '];

  it.each(CELLS)('%s', (_, work) => {
    for (const part of PARTS) for (const end of ['', 'x', ' 1', '!']) work(part.repeat(100_000 / part.length) + end);
  });

  it('nor do titles and rows', () => {
    const head = `${Object.values(FAMILY_COLUMNS).join(',')}\n`;
    for (const text of [
      head + 'x,'.repeat(1_000_000),
      `${'x,'.repeat(1_000_000)}\n`,
      `tag\n${'a\n'.repeat(1_000_000)}`,
    ])
      tableOf(new TextEncoder().encode(text), 'csv', FAMILY_COLUMNS);
  });
});
