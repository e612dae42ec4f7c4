import {
  type Announcements,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  type DragEndEvent,
  closestCenter,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  arrayMove,
  sortableKeyboardCoordinates,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { Button } from 'antd';
import { type ReactNode, useRef, useState } from 'react';
import {
  newId,
  problemOf,
  useOrderWalkMutation,
  useWalkPagesInfiniteQuery,
  type WalkLineDto,
} from '../../shared/api/index.ts';
import { readMeterFigure } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { type EnteredReading, useReadingQueue } from '../../shared/outbox/index.ts';
import { Key, Pending, ProblemNote } from '../../shared/ui/index.ts';
import { readPasted } from './pasted.ts';
import { WalkRow } from './walk-row.tsx';
import { RefusedReadings } from './refused-readings.tsx';

/** The meters of one site in walking order, each with a big field. */
export function Walk({ siteId }: { readonly siteId: string }) {
  const mayRead = useMay('recordReadings');
  const mayOrder = useMay('orderWalk');
  const [{ waiting, ofOthers, refused, taken, away }, outbox] = useReadingQueue();
  const { typed, wrong, type, fill, save } = useTyped((readings) => outbox.add(readings));
  const [left, setLeft] = useState<readonly string[]>([]);
  // Optimistic order until the server confirms it.
  const [order, setOrder] = useState<readonly string[] | null>(null);
  const [moveTo, moving] = useOrderWalkMutation();
  const list = useRef<HTMLOListElement>(null);
  const pages = useWalkPagesInfiniteQuery({ siteId }, { refetchOnMountOrArgChange: 60 });
  if (pages.data === undefined)
    return pages.error ? (
      <ProblemNote problem={problemOf(pages.error)} retry={() => void pages.refetch()} />
    ) : (
      <Pending lines={8} />
    );
  const lines = inOrder(
    pages.data.pages.flatMap((page) => page.lines),
    order,
  );
  const tags = lines.map(({ tag }) => tag);

  const focus = (index: number): void => {
    const fields = list.current?.querySelectorAll<HTMLInputElement>('input.walk-field');
    const field = fields?.[Math.max(0, Math.min(index, fields.length - 1))];
    field?.focus();
    field?.select();
  };
  const enter = (tag: string): void => {
    if ((typed.get(tag) ?? '').trim() === '') return focus(tags.indexOf(tag) + 1);
    if (save([tag])) focus(tags.indexOf(tag) + 1);
  };
  const paste = (tag: string, text: string): void => {
    const { byTag, left: over } = readPasted(text, tags, tag);
    fill(byTag);
    setLeft(over);
  };
  const drop = ({ active, over }: DragEndEvent): void => {
    const ids = lines.map(({ unitId }) => unitId);
    if (over === null || active.id === over.id) return;
    const next = arrayMove(ids, ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
    setOrder(next);
    const unitId = String(active.id);
    void moveTo({ walkOrderDto: { unitId, afterId: next[next.indexOf(unitId) - 1] ?? null } });
  };
  const filled = tags.filter((tag) => (typed.get(tag) ?? '').trim() !== '');
  return (
    <>
      <ProblemNote problem={problemOf(moving.error)} />
      <RefusedReadings refused={refused} dismiss={(id) => outbox.dismiss(id)} />
      <WalkOrder lines={lines} drop={drop}>
        <ol className="walk" ref={list} aria-label="Meters in walking order">
          {lines.map((line, index) => (
            <WalkRow
              key={line.unitId}
              line={line}
              typed={typed.get(line.tag) ?? ''}
              wrong={wrong.get(line.tag)}
              waiting={waiting.findLast(({ tag }) => tag === line.tag)}
              taken={taken.get(line.tag)}
              mayRead={mayRead}
              mayOrder={mayOrder}
              type={(text) => type(line.tag, text)}
              enter={() => enter(line.tag)}
              step={(by) => focus(index + by)}
              paste={(text) => paste(line.tag, text)}
            />
          ))}
        </ol>
      </WalkOrder>
      {left.length > 0 && <LeftOver lines={left} />}
      {pages.hasNextPage && (
        <Button loading={pages.isFetchingNextPage} onClick={() => void pages.fetchNextPage()}>
          Show more of the walk
        </Button>
      )}
      {mayRead && (
        <Foot
          filled={filled.length}
          save={() => save(filled)}
          waiting={waiting.length}
          ofOthers={ofOthers}
          away={away}
        />
      )}
    </>
  );
}

/** What a screen reader says while a unit is moved. */
const announcementsOf = (tagOf: (id: string) => string): Announcements => ({
  onDragStart: ({ active }) => `${tagOf(String(active.id))} picked up.`,
  onDragOver: ({ active, over }) =>
    over === null || over.id === active.id
      ? undefined
      : `${tagOf(String(active.id))} is at the place of ${tagOf(String(over.id))}.`,
  onDragEnd: ({ active, over }) =>
    `${tagOf(String(active.id))} put down${over === null ? '' : ` at the place of ${tagOf(String(over.id))}`}.`,
  onDragCancel: ({ active }) => `${tagOf(String(active.id))} is back where it was.`,
});

/** The server's order, or the optimistic one. */
function inOrder(lines: readonly WalkLineDto[], order: readonly string[] | null): readonly WalkLineDto[] {
  if (order === null) return lines;
  const place = new Map(order.map((id, index) => [id, index]));
  return lines.toSorted((a, b) => (place.get(a.unitId) ?? Infinity) - (place.get(b.unitId) ?? Infinity));
}

const without = (map: ReadonlyMap<string, string>, tags: readonly string[]): ReadonlyMap<string, string> =>
  new Map([...map].filter(([tag]) => !tags.includes(tag)));

interface FootProps {
  /** Number of fields with an unsaved figure. */
  readonly filled: number;
  readonly save: () => void;
  readonly waiting: number;
  readonly ofOthers: number;
  readonly away: boolean;
}

const Foot = ({ filled, save, waiting, ofOthers, away }: FootProps) => (
  <footer className="walk-foot">
    {filled > 1 && (
      <Button type="primary" onClick={save}>
        Save {filled} readings
      </Button>
    )}
    <span className="muted dense">
      <Key name="Enter" /> saves and goes to the next · <Key name="ArrowUp" /> <Key name="ArrowDown" /> move · paste a
      column to fill many
    </span>
    <span role="status" className={away ? 'words-undecided strong' : 'muted dense'}>
      {waiting > 0 && `${waiting} ${away ? 'kept on this device: the server does not answer' : 'being sent'}`}
      {ofOthers > 0 && ` ${ofOthers} of other people kept on this device until they sign in`}
    </span>
  </footer>
);

/** Pasted lines that no unit of the walk fits. */
const LeftOver = ({ lines: left }: { readonly lines: readonly string[] }) => (
  <p className="words-undecided" role="status">
    {left.length === 1 ? 'One pasted line fits' : `${left.length} pasted lines fit`} no unit of this walk:{' '}
    {left.slice(0, 5).join(', ')}
    {left.length > 5 && ', …'}
  </p>
);

interface OrderProps {
  readonly lines: readonly WalkLineDto[];
  readonly drop: (event: DragEndEvent) => void;
  readonly children: ReactNode;
}

/** Changing the walking order by dragging or by keys. */
function WalkOrder({ lines, drop, children }: OrderProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={drop}
      accessibility={{
        announcements: announcementsOf((id) => lines.find(({ unitId }) => unitId === id)?.tag ?? ''),
        screenReaderInstructions: {
          draggable: 'Space picks the unit up, the arrow keys move it, Space puts it down, Escape puts it back.',
        },
      }}
    >
      <SortableContext items={lines.map(({ unitId }) => unitId)} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** The typed texts by tag, and their errors. */
function useTyped(add: (readings: EnteredReading[]) => void) {
  const [typed, setTyped] = useState<ReadonlyMap<string, string>>(new Map());
  const [wrong, setWrong] = useState<ReadonlyMap<string, string>>(new Map());
  const type = (tag: string, text: string): void => {
    setTyped(new Map(typed).set(tag, text));
    if (wrong.has(tag)) setWrong(without(wrong, [tag]));
  };
  /** Saves the fields of these units; unreadable figures stay with their errors. */
  const save = (which: readonly string[]): boolean => {
    const problems = new Map(wrong);
    const readAt = new Date().toISOString();
    const good = which.flatMap((tag) => {
      const figure = readMeterFigure(typed.get(tag) ?? '');
      if (!figure.ok) {
        problems.set(tag, figure.problem);
        return [];
      }
      problems.delete(tag);
      return [{ id: newId(), tag, hours: figure.value, readAt, note: '' }];
    });
    setWrong(problems);
    if (good.length > 0) {
      add(good);
      setTyped(
        without(
          typed,
          good.map(({ tag }) => tag),
        ),
      );
    }
    return good.length === which.length;
  };
  const fill = (byTag: ReadonlyMap<string, string>): void => setTyped(new Map([...typed, ...byTag]));
  return { typed, wrong, type, fill, save };
}
