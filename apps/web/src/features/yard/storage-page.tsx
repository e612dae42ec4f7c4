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
import { dayText, hoursText, reasonText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import {
  Key,
  Pending,
  ProblemNote,
  ShopField,
  ShopForm,
  textInAddress,
  useAddressState,
  useKeys,
} from '../../shared/ui/index.ts';
import './storage.css';

const FILTER = { site: textInAddress };
const EVERY = '';

/** What is done before units are put away for the season, unit by unit, to be printed and ticked. */
export function StoragePage() {
  const [{ site }, goTo] = useAddressState(FILTER, { history: 'push' });
  const { data: sites = [] } = useListSitesQuery();
  const { data: list, error } = useStorageListQuery();
  const siteId = sites.find(({ name }) => name === site)?.id;
  const pages = useStoragePagesInfiniteQuery({ siteId }, { skip: site !== undefined && siteId === undefined });
  const mayChange = useMay('changeStorageList');
  useKeys([{ key: 'p', what: 'Print the sheet', run: () => window.print() }]);
  if (list === undefined || pages.data === undefined)
    return error || pages.error ? <ProblemNote problem={problemOf(error ?? pages.error)} /> : <Pending lines={12} />;
  const lines = pages.data.pages.flatMap((page) => page.lines);
  const total = pages.data.pages[0]?.total ?? 0;
  return (
    <main className="storage">
      <header>
        <h1>Before storage</h1>
        <p className="muted">
          {list.seasonFrom === null
            ? 'The shop rules name no working season: only what is open or due now is checked first.'
            : `A unit that comes due before work begins again on ${dayText(list.seasonFrom)} is checked before it goes.`}
        </p>
        <div className="storage-acts no-print">
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
          <Link to="/yard">Back to the yard</Link>
        </div>
      </header>
      {mayChange && <Items key={list.version} items={list.items} version={list.version} />}
      <ol className="storage-units">
        {lines.map((unit) => (
          <StoredUnit key={unit.tag} unit={unit} items={list.items} />
        ))}
      </ol>
      {lines.length === 0 && <p>No unit is in service here.</p>}
      {pages.hasNextPage && (
        <Button className="no-print" loading={pages.isFetchingNextPage} onClick={() => void pages.fetchNextPage()}>
          Show more of the {total}
        </Button>
      )}
    </main>
  );
}

function StoredUnit({ unit, items }: { readonly unit: StorageUnitDto; readonly items: readonly string[] }) {
  const gaps = useShopUnit();
  const { tag, kind, site, hoursNow, checkFirst, reasons, dueAt, cylinders } = unit;
  return (
    <li>
      <p>
        <Link className="mono strong" to={`/units/${encodeURIComponent(tag)}`}>
          {tag}
        </Link>{' '}
        {kind} <span className="muted dense">{site}</span>{' '}
        <span className="mono">{hoursNow === null ? '' : hoursText(hoursNow)}</span>
      </p>
      {checkFirst && (
        <p className="strong">
          ☐ Check the valves before it goes.{' '}
          <span className="dense">
            {reasons[0] !== undefined
              ? `${reasonText(reasons[0], gaps, cylinders)}.`
              : dueAt !== null && `Due ${dayText(dueAt)}.`}
          </span>
        </p>
      )}
      <p className="storage-boxes">
        {items.map((item) => (
          <span key={item}>☐ {item}</span>
        ))}
      </p>
    </li>
  );
}

/** The shop's own list: a line each. */
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
