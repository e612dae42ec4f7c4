import { Button } from 'antd';
import { useNavigate, Link } from 'react-router';
import { useListFamiliesQuery, type FamilyDto } from '../../shared/api/index.ts';
import { gaugedText, SOURCE_WORDS, rangeText } from '../../shared/format/index.ts';
import { GapStrip } from '../../shared/marks/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { EmptyPlace, Key, PageFrame, useKeys } from '../../shared/ui/index.ts';
import './families.css';

/** Every family with its windows to one scale, so that an error is visible. */
export function FamiliesPage() {
  const { data, error, refetch } = useListFamiliesQuery();
  const mayEnter = useMay('enterFamily');
  const mayImport = useMay('importFamilies');
  const navigate = useNavigate();
  const enter = (): void => void navigate('/families/new');
  useKeys(mayEnter ? [{ key: 'n', what: 'Add a family', run: enter }] : []);
  const reach =
    Math.max(
      0.3,
      ...(data ?? []).flatMap(({ windows }) => (windows ? [windows.intake.maxMm, windows.exhaust.maxMm] : [])),
    ) * 1.1;
  return (
    <PageFrame
      className="families"
      asked={{ what: 'The list of families', data, error, retry: () => void refetch(), lines: 10 }}
      detail={data?.length}
      files={[
        { name: 'Families, CSV', href: '/api/exports/families.csv' },
        { name: 'Families, JSON', href: '/api/exports/families.json' },
      ]}
      actions={
        <>
          <Link to="/families/shop-rules">Shop rules</Link>
          <Link to="/blades">Blade sets</Link>
          {mayImport && <Link to="/families/import">Import</Link>}
          {mayEnter && (
            <Button type="primary" onClick={enter}>
              Add a family <Key name="n" />
            </Button>
          )}
        </>
      }
    >
      {data?.length === 0 && <NoFamilies enter={mayEnter ? enter : null} />}
      <ul className="family-list">
        {data?.map((family) => (
          <FamilyLine key={family.id} family={family} reach={reach} />
        ))}
      </ul>
    </PageFrame>
  );
}

function FamilyLine({ family, reach }: { readonly family: FamilyDto; readonly reach: number }) {
  const unit = useShopUnit();
  const { code, layout, temperature, windows, sources, dealerOnly } = family;
  const inUse = sources.find((source) => source.inUse);
  return (
    <li>
      <Link to={`/families/${encodeURIComponent(code)}`}>
        <span className="family-name">
          <b>{code}</b>
          <span className="muted">
            {layout}, {gaugedText(temperature)}
            {dealerOnly && ', left to dealers'}
          </span>
        </span>
        {windows === null ? (
          <span className="words-undecided family-none">
            {sources.length === 0 ? 'No source gives its gap yet.' : `${sources.length} sources, none in use.`}
          </span>
        ) : (
          (['intake', 'exhaust'] as const).map((kind) => (
            <span key={kind} className="family-window">
              <span className="dense">
                {kind} <span className="mono">{rangeText(windows[kind].minMm, windows[kind].maxMm, unit)}</span>
              </span>
              <GapStrip window={windows[kind]} gap={null} state="undecided" reachMm={reach} />
            </span>
          ))
        )}
        <span className="muted family-source">
          {inUse ? SOURCE_WORDS[inUse.kind] : ''}
          {inUse && sources.length > 1 && `, ${sources.length - 1} more ${sources.length === 2 ? 'source' : 'sources'}`}
        </span>
      </Link>
    </li>
  );
}

/** @param enter null: this person may not */
const NoFamilies = ({ enter }: { readonly enter: (() => void) | null }) => (
  <EmptyPlace
    what="No families yet. Each engine family will stand here with its spec, intake and exhaust, to one scale."
    begin={
      <>
        <p>Take a manual or the engine label, and add the first engine family.</p>
        {enter !== null && (
          <Button type="primary" onClick={enter}>
            Add a family
          </Button>
        )}
      </>
    }
    example={
      <p>
        <b>Single, 160 cc</b> · intake <span className="mono">0.08–0.12 mm</span> · exhaust{' '}
        <span className="mono">0.13–0.17 mm</span> · gauged cold · from the manual
      </p>
    }
  />
);
