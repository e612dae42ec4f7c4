const TEXTS = import.meta.glob<string>('../../../../../docs/guide/manual/*.md', {
  query: '?raw',
  import: 'default',
  eager: true,
});
const PICTURES = import.meta.glob<string>('../../../../../docs/screenshots/*.png', {
  query: '?url',
  import: 'default',
  eager: true,
});

export interface HelpPage {
  /** The last part of its address. */
  readonly name: string;
  readonly title: string;
  readonly text: string;
}

/** `3-hours.md` is the page `hours`. */
export const nameOf = (file: string): string => file.replace(/^\d-/, '').replace(/\.md$/, '');

/** The pages in the order of their file numbers. */
export const HELP_PAGES: readonly HelpPage[] = Object.entries(TEXTS)
  .toSorted(([a], [b]) => (a < b ? -1 : 1))
  .map(([path, text]) => ({
    name: nameOf(path.split('/').at(-1) ?? ''),
    title: (/^# (.+)$/m.exec(text) ?? [])[1] ?? path,
    text,
  }));

/** The address of a picture that a page names relative to itself. */
export const pictureOf = (src: string): string | undefined =>
  Object.entries(PICTURES).find(([path]) => path.endsWith(`/${src.split('/').at(-1) ?? ''}`))?.[1];

/** Pages that contain every typed word, matches in the title first. */
export function searched(pages: readonly HelpPage[], words: string): readonly HelpPage[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  const inTitle = ({ title }: HelpPage): boolean => wanted.every((word) => title.toLowerCase().includes(word));
  return pages
    .filter(({ text }) => wanted.every((word) => text.toLowerCase().includes(word)))
    .toSorted((a, b) => Number(inTitle(b)) - Number(inTitle(a)));
}
