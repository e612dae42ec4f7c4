import { useVirtualizer } from '@tanstack/react-virtual';
import { Checkbox } from 'antd';
import { type KeyboardEvent, useEffect, useRef, useState, type RefObject } from 'react';
import { Link, useNavigate } from 'react-router';
import type { UnitLineDto } from '../../shared/api/index.ts';
import { USE_WORDS, dayText, hoursText } from '../../shared/format/index.ts';
import { StateMark } from '../../shared/marks/index.ts';

interface UnitRowsProps {
  readonly lines: readonly UnitLineDto[];
  /** Null for readers, who cannot choose rows. */
  readonly chosen: ReadonlySet<string> | null;
  readonly choose: (chosen: ReadonlySet<string>) => void;
  readonly more: () => void;
}

const ROW = 40;
/** The column header, which stays fixed while the rows scroll. */
const HEAD = 38;

/**
 * The `aria-activedescendant` of the grid, so that a screen reader announces the row while the focus stays on the grid.
 */
const rowId = ({ id }: UnitLineDto): string => `unit-row-${id}`;

/** Thousands of rows, of which only the visible ones are drawn. `↑ ↓` move, the space bar selects, Enter opens. */
export function UnitRows({ lines, chosen, choose, more }: UnitRowsProps) {
  const box = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState(0);
  const navigate = useNavigate();
  const rows = useDrawnRows(box, lines.length, more);
  const toggle = (id: string): void => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    choose(next);
  };
  const onKey = (event: KeyboardEvent): void => {
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: 12, PageUp: -12 }[event.key];
    const line = lines[at];
    if (step !== undefined) {
      const next = Math.min(lines.length - 1, Math.max(0, at + step));
      setAt(next);
      rows.scrollToIndex(next);
    } else if (event.key === ' ' && chosen !== null && line !== undefined) toggle(line.id);
    else if (event.key === 'Enter' && line !== undefined) void navigate(`/units/${encodeURIComponent(line.tag)}`);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div
      ref={box}
      role="grid"
      aria-label="Units"
      aria-rowcount={lines.length + 1}
      aria-multiselectable={chosen !== null}
      aria-activedescendant={lines[at] && rowId(lines[at])}
      tabIndex={0}
      onKeyDown={onKey}
      className="unit-rows"
    >
      <HeadRow lines={lines} chosen={chosen} choose={choose} />
      <div role="rowgroup">
        <div style={{ height: rows.getTotalSize(), position: 'relative' }}>
          {rows.getVirtualItems().map(({ index, start }) => {
            const line = lines[index];
            if (line === undefined) return null;
            return (
              <Row
                key={line.id}
                line={line}
                index={index}
                top={start - HEAD}
                here={index === at}
                chosen={chosen?.has(line.id) ?? null}
                toggle={() => toggle(line.id)}
                stand={() => setAt(index)}
                onKey={onKey}
              />
            );
          })}
        </div>
      </div>
    </div>
  );
}

/** Titles of the columns, and the box that chooses all. */
function HeadRow({ lines, chosen, choose }: Omit<UnitRowsProps, 'more'>) {
  const all = chosen !== null && chosen.size > 0 && lines.every(({ id }) => chosen.has(id));
  return (
    <div role="row" className="unit-row unit-row-head">
      <span role="columnheader">
        {chosen !== null && (
          <Checkbox
            aria-label="Select all that are listed"
            checked={all}
            indeterminate={chosen.size > 0 && !all}
            onChange={() => choose(all ? new Set() : new Set(lines.map(({ id }) => id)))}
          />
        )}
      </span>
      {['Tag', 'Kind', 'Family', 'Site', 'Serial', 'Stamped', 'Use', 'Status', 'Hours'].map((title) => (
        <span key={title} role="columnheader">
          {title}
        </span>
      ))}
    </div>
  );
}

interface CellsProps {
  readonly line: UnitLineDto;
  /** Null: rows cannot be chosen. */
  readonly chosen: boolean | null;
  readonly toggle: () => void;
}

/** One unit, cell by cell. */
const Cells = ({ line, chosen, toggle }: CellsProps) => (
  <>
    <span role="gridcell">
      {chosen !== null && (
        <Checkbox tabIndex={-1} aria-label={`Choose ${line.tag}`} checked={chosen} onChange={toggle} />
      )}
    </span>
    <span role="gridcell">
      <Link tabIndex={-1} className="mono strong" to={`/units/${encodeURIComponent(line.tag)}`}>
        {line.tag}
      </Link>
    </span>
    <span role="gridcell" title={line.note === '' ? undefined : line.note}>
      {line.kind}
      {line.note !== '' && <span className="muted"> · {line.note}</span>}
    </span>
    <span role="gridcell">{line.family}</span>
    <span role="gridcell">{line.site}</span>
    <span role="gridcell" className="mono muted">
      {line.serial}
    </span>
    <span role="gridcell" className="mono muted">
      {line.stamping}
    </span>
    <span role="gridcell">
      {USE_WORDS[line.use]}
      {line.hireUntil !== null && <span className="muted"> until {dayText(line.hireUntil)}</span>}
    </span>
    <span role="gridcell" className="status-cell">
      <StateMark state={line.state} use={line.use} />
    </span>
    <span role="gridcell" className="mono figures">
      {line.hoursNow === null ? '–' : hoursText(line.hoursNow)}
    </span>
  </>
);

interface RowProps extends CellsProps {
  readonly index: number;
  /** From the top of the rows, in px. */
  readonly top: number;
  /** The active row of the keys. */
  readonly here: boolean;
  readonly stand: () => void;
  readonly onKey: (event: KeyboardEvent) => void;
}

/** One row at its place: only rows in sight are drawn. */
const Row = ({ line, index, top, here, chosen, toggle, stand, onKey }: RowProps) => (
  <div
    id={rowId(line)}
    role="row"
    tabIndex={-1}
    aria-rowindex={index + 2}
    aria-selected={chosen ?? false}
    className={`unit-row${here ? ' at' : ''}`}
    style={{
      position: 'absolute',
      top: 0,
      left: 0,
      right: 0,
      height: ROW,
      transform: `translateY(${top}px)`,
    }}
    onClick={stand}
    onFocus={stand}
    onKeyDown={onKey}
  >
    <Cells line={line} chosen={chosen} toggle={toggle} />
  </div>
);

/** Only rows in sight are drawn; near their end more are fetched. */
function useDrawnRows(box: RefObject<HTMLDivElement | null>, count: number, more: () => void) {
  // The virtualizer returns functions on purpose; nothing here is memoized manually.
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({
    count,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 12,
    scrollMargin: HEAD,
    scrollPaddingStart: HEAD,
  });
  const last = rows.getVirtualItems().at(-1)?.index ?? 0;
  useEffect(() => {
    if (last >= count - NEAR_END) more();
  });
  return rows;
}
/** Rows before the end at which the next page is fetched. */
const NEAR_END = 60;
