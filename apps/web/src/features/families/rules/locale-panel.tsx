import { problemOf, useChangeLocaleMutation } from '../../../shared/api/index.ts';
import { useMay, useMe } from '../../../shared/me/index.ts';
import { LocaleSelect, ProblemNote } from '../../../shared/ui/index.ts';

/** The locale of the shop for days, times and counts. */
export function LocalePanel() {
  const { locale } = useMe();
  const may = useMay('changeLocale');
  const [change, { error }] = useChangeLocaleMutation();
  return (
    <section className="zone-panel" aria-labelledby="locale-title">
      <h2 id="locale-title">Dates and times</h2>
      <p className="muted">On every device and on paper. Files keep the year first.</p>
      {may ? (
        <LocaleSelect value={locale} onChange={(chosen) => void change({ changeLocaleDto: { locale: chosen } })} />
      ) : (
        <p>{locale}</p>
      )}
      <ProblemNote problem={problemOf(error)} />
    </section>
  );
}
