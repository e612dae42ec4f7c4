import { Button, Input, Select } from 'antd';
import { Link } from 'react-router';
import {
  type Problem,
  problemOf,
  useChangeStorageListMutation,
  useListSitesQuery,
  useStorageListQuery,
  useStoragePagesInfiniteQuery,
  type StorageUnitDto,
} from '../../shared/api/index.ts';
import { countText, dayText, hoursText, reasonText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { Key, PageFrame, ShopField, ShopForm, textInAddress, useAddressState, useKeys } from '../../shared/ui/index.ts';
import './storage.css';

const FILTER = { site: textInAddress };
const EVERY = '';

/** A printable list of the work before storage, unit by unit. */
export function StoragePage() {
  const [{ site }, goTo] = useAddressState(FILTER, { history: 'push' });
  const { data: sites = [] } = useListSitesQuery();
  const asked = useStorageListQuery();
  const { data: list, error } = asked;
  const siteId = sites.find(({ name }) => name === site)?.id;
  const pages = useStoragePagesInfiniteQuery({ siteId }, { skip: site !== undefined && siteId === undefined });
  const mayChange = useMay('changeStorageList');
  useKeys([{ key: 'p', what: 'Print the sheet', run: () => window.print() }]);
  if (list === undefined || pages.data === undefined)
    return (
      <PageFrame
        asked={{
          what: 'The list for storage',
          data: undefined,
          error: error ?? pages.error,
          retry: () => [asked, pages].forEach(({ refetch }) => void refetch()),
          lines: 12,
        }}
      />
    );
  const lines = pages.data.pages.flatMap((page) => page.lines);
  const total = pages.data.pages[0]?.total ?? 0;
  return (
    <PageFrame
      className="storage"
      detail={countText(total)}
      sentence={
        list.seasonFrom === null
          ? 'The shop rules name no working season: only what is open or due now is checked first.'
          : `A unit that comes due before work begins again on ${dayText(list.seasonFrom)} is checked before it goes.`
      }
      actions={
        <>
          <Select
            aria-label="Site"
            value={site ?? EVERY}
            options={[{ value: EVERY, label: 'All sites' }, ...sites.map(({ name }) => ({ value: name, label: name }))]}
            onChange={(name) => goTo({ site: name === EVERY ? undefined : name })}
            popupMatchSelectWidth={false}
          />
          <Button type="primary" onClick={() => window.print()}>
            Print <Key name="p" />
          </Button>
        </>
      }
    >
      {mayChange && <Items key={list.version} items={list.items} version={list.version} />}
      {lines.length > 0 && <UnitTable lines={lines} items={list.items} />}
      {lines.length === 0 && <p>No unit is in service here.</p>}
      {pages.hasNextPage && (
        <Button className="no-print" loading={pages.isFetchingNextPage} onClick={() => void pages.fetchNextPage()}>
          Show more of the {total}
        </Button>
      )}
    </PageFrame>
  );
}

function StoredUnit({ unit, items }: { readonly unit: StorageUnitDto; readonly items: readonly string[] }) {
  const gaps = useShopUnit();
  const { tag, kind, site, hoursNow, checkFirst, reasons, dueAt, cylinders } = unit;
  return (
    <tr>
      <td>
        <Link className="mono strong" to={`/units/${encodeURIComponent(tag)}`}>
          {tag}
        </Link>{' '}
        {kind} <span className="muted dense">{site}</span>
      </td>
      <td className="mono nowrap">{hoursNow === null ? '' : hoursText(hoursNow)}</td>
      <td>
        {checkFirst && (
          <>
            <b>☐ Check before it goes.</b>{' '}
            <span className="dense">
              {reasons[0] !== undefined
                ? `${reasonText(reasons[0], gaps, cylinders)}.`
                : dueAt !== null && `Due ${dayText(dueAt)}.`}
            </span>
          </>
        )}
      </td>
      {items.map((item) => (
        <td key={item} className="storage-box" aria-label={`${item}: to be ticked`}>
          ☐
        </td>
      ))}
    </tr>
  );
}

/** The shop's list, one item per line. */
function Items({ items, version }: { readonly items: readonly string[]; readonly version: number }) {
  const [change] = useChangeStorageListMutation();
  const send = async ({ text }: { readonly text: string }): Promise<Problem | null> => {
    const lines = text
      .split('\n')
      .map((line) => line.trim())
      .filter((line) => line !== '');
    const { error } = await change({ changeStorageListDto: { items: [...new Set(lines)], version } });
    return problemOf(error);
  };
  return (
    <details className="no-print">
      <summary>Change the list</summary>
      <ShopForm
        key={version}
        name="storage"
        guarded
        className="storage-items"
        initial={{ text: items.join('\n') }}
        send={send}
        submit="Save the list"
      >
        <ShopField name="text" label="What is done to every unit, one thing a line">
          <Input.TextArea rows={6} />
        </ShopField>
      </ShopForm>
    </details>
  );
}

interface UnitTableProps {
  readonly lines: readonly StorageUnitDto[];
  readonly items: readonly string[];
}

/** A row for each unit, with a box for each item. */
const UnitTable = ({ lines, items }: UnitTableProps) => (
  <div className="storage-scroll">
    <table className="ruled storage-units">
      <thead>
        <tr>
          <th scope="col">Unit</th>
          <th scope="col">Hours</th>
          <th scope="col">Valves</th>
          {items.map((item) => (
            <th key={item} scope="col" className="storage-item">
              {item}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {lines.map((unit) => (
          <StoredUnit key={unit.tag} unit={unit} items={items} />
        ))}
      </tbody>
    </table>
  </div>
);
