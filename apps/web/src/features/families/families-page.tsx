import { Button } from 'antd';
import { useNavigate, Link } from 'react-router';
import { problemOf, useListFamiliesQuery, type FamilyDto } from '../../shared/api/index.ts';
import { gaugedText, SOURCE_WORDS, rangeText } from '../../shared/format/index.ts';
import { GapStrip } from '../../shared/marks/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { Key, Pending, ProblemNote, useKeys } from '../../shared/ui/index.ts';
import './families.css';

/** Every family with its windows to one scale, so that a slip stands out. */
export function FamiliesPage() {
  const { data, error, refetch } = useListFamiliesQuery();
  const mayEnter = useMay('enterFamily');
  const mayImport = useMay('importFamilies');
  const navigate = useNavigate();
  const enter = (): void => void navigate('/families/new');
  useKeys(mayEnter ? [{ key: 'n', what: 'Add a family', run: enter }] : []);
  if (error) return <ProblemNote problem={problemOf(error)} retry={() => void refetch()} />;
  if (data === undefined) return <Pending lines={10} />;
  const reach =
    Math.max(0.3, ...data.flatMap(({ windows }) => (windows ? [windows.intake.maxMm, windows.exhaust.maxMm] : []))) *
    1.1;
  return (
    <main className="families">
      <header className="register-head">
        <h1>
          Families <span className="muted">{data.length}</span>
        </h1>
        <nav aria-label="More">
          <Link to="/families/shop-rules">Shop rules</Link>
          <Link to="/blades">Blade sets</Link>
          {mayImport && <Link to="/families/import">Import</Link>}
          <a href="/api/exports/families.csv">Export CSV</a>
          <a href="/api/exports/families.json">JSON</a>
        </nav>
        {mayEnter && (
          <Button type="primary" onClick={enter}>
            Add a family <Key name="n" />
          </Button>
        )}
      </header>
      {data.length === 0 && (
        <div className="empty">
          <p>No families yet. Take a manual or the engine label, and add the first engine family.</p>
          {mayEnter && (
            <Button type="primary" onClick={enter}>
              Add a family
            </Button>
          )}
        </div>
      )}
      <ul className="family-list">
        {data.map((family) => (
          <FamilyLine key={family.id} family={family} reach={reach} />
        ))}
      </ul>
    </main>
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
