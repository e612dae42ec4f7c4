import { Button, Input, Segmented } from 'antd';

interface RowsProps {
  /** All rows as one text, for links and pasting. */
  readonly text: string;
  readonly change: (text: string) => void;
  readonly problem: string | undefined;
}

const FEELS = [
  { value: 'f', label: 'Free' },
  { value: 's', label: 'Slack' },
  { value: 'd', label: 'Drags' },
  { value: 'h', label: 'Hard' },
  { value: 'w', label: 'Won’t' },
] as const;

/** Tries, one per row: a blade and its feel. A whole list such as `0.13f 0.15d` may be pasted into any row. */
export function TryRows({ text, change, problem }: RowsProps) {
  const rows = text
    .split(/[\s;]+/)
    .filter(Boolean)
    .map((word) => ({ blade: word.replace(/[a-z]$/i, ''), feel: /[fsdhw]$/i.exec(word)?.[0].toLowerCase() ?? 'd' }));
  const write = (next: readonly { readonly blade: string; readonly feel: string }[]): void =>
    change(next.map(({ blade, feel }) => `${blade.replaceAll(' ', '')}${feel}`).join(' '));
  const edit = (at: number, blade: string): void => {
    if (/[fsdhw][\s;]+\S|^\s*[\d.+,]+[fsdhw]\s*$/i.test(blade)) change(blade);
    else write(rows.map((row, index) => (index === at ? { ...row, blade } : row)));
  };
  return (
    <fieldset className="calculator-rows" aria-describedby={problem ? 'tries-problem' : undefined}>
      <legend>Blades tried</legend>
      {rows.map(({ blade, feel }, at) => (
        <div key={at} className="calculator-row">
          <Input
            className="mono"
            aria-label={`Try ${at + 1}: blade`}
            value={blade}
            autoComplete="off"
            onChange={({ target }) => edit(at, target.value)}
          />
          <Segmented
            aria-label={`Try ${at + 1}: how it felt`}
            options={[...FEELS]}
            value={feel}
            onChange={(next) => write(rows.map((row, index) => (index === at ? { ...row, feel: next } : row)))}
          />
          <Button
            size="small"
            aria-label={`Delete try ${at + 1}`}
            onClick={() => write(rows.filter((_, index) => index !== at))}
          >
            Delete
          </Button>
        </div>
      ))}
      <Button size="small" onClick={() => write([...rows, { blade: rows.at(-1)?.blade ?? '0.10', feel: 'd' }])}>
        Add a try
      </Button>
      {problem && (
        <p id="tries-problem" className="field-wrong">
          {problem}
        </p>
      )}
    </fieldset>
  );
}

const PARTS = [
  { name: 'Valve', suffix: '' },
  { name: 'Gap', suffix: 'mm' },
  { name: 'Shim in it', suffix: 'mm' },
] as const;

/** Valves with a shim, one per row. A whole list such as `1I 0.20 2.50; 1E 0.14 2.40` may be pasted into any row. */
export function ShimRows({ text, change, problem }: RowsProps) {
  const rows = text.split(';').map((line) => line.trim().split(/\s+/));
  const write = (next: readonly (readonly string[])[]): void =>
    change(next.map((parts) => PARTS.map((_, index) => parts[index] || '–').join(' ')).join('; '));
  const edit = (at: number, part: number, typed: string): void => {
    if (/[\s;]/.test(typed.trim())) change(typed.trim());
    else
      write(
        rows.map((parts, index) =>
          index === at ? PARTS.map((_, place) => (place === part ? typed : (parts[place] ?? ''))) : parts,
        ),
      );
  };
  return (
    <fieldset className="calculator-rows" aria-describedby={problem ? 'shims-problem' : undefined}>
      <legend>Valves</legend>
      {rows.map((parts, at) => (
        <div key={at} className="calculator-row shims">
          {PARTS.map(({ name, suffix }, part) => (
            <Input
              key={name}
              className="mono"
              aria-label={`${name} ${at + 1}`}
              placeholder={name}
              suffix={suffix || <span />}
              value={parts[part] === '–' ? '' : (parts[part] ?? '')}
              autoComplete="off"
              onChange={({ target }) => edit(at, part, target.value)}
            />
          ))}
          <Button
            size="small"
            aria-label={`Delete valve ${at + 1}`}
            disabled={rows.length === 1}
            onClick={() => write(rows.filter((_, index) => index !== at))}
          >
            Delete
          </Button>
        </div>
      ))}
      <Button size="small" onClick={() => write([...rows, [`${rows.length + 1}`, '', '']])}>
        Add a valve
      </Button>
      {problem && (
        <p id="shims-problem" className="field-wrong">
          {problem}
        </p>
      )}
    </fieldset>
  );
}
