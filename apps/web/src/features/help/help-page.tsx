import { Input } from 'antd';
import { useState } from 'react';
import Markdown from 'react-markdown';
import { Link, NavLink, useParams } from 'react-router';
import { PageFrame, useTitle } from '../../shared/ui/index.ts';
import { HELP_PAGES, nameOf, pictureOf, searched } from './help-pages.ts';
import './help.css';

/** The manual, in the order of the work. */
export function HelpPage() {
  const { name } = useParams();
  const [words, setWords] = useState('');
  const page = HELP_PAGES.find((each) => each.name === name) ?? HELP_PAGES[0];
  useTitle(page === undefined ? 'Help' : `Help: ${page.title}`);
  const listed = searched(HELP_PAGES, words);
  if (page === undefined) return null;
  return (
    <PageFrame title={page.title} up={null} className="help-page">
      <div className="help">
        <nav aria-label="Pages of the manual" className="no-print">
          <Input
            aria-label="Search the manual"
            placeholder="Search"
            allowClear
            value={words}
            onChange={({ target }) => setWords(target.value)}
          />
          <ul>
            {listed.map((each) => (
              <li key={each.name}>
                <NavLink to={`/help/${each.name}`}>{each.title}</NavLink>
              </li>
            ))}
          </ul>
          {listed.length === 0 && <p className="muted">No page has these words.</p>}
        </nav>
        <div className="help-text">
          <Markdown
            components={{
              a: ({ href = '', children }) =>
                href.startsWith('/') ? (
                  <Link to={href}>{children}</Link>
                ) : (
                  <Link to={`/help/${pageNamed(href)}`}>{children}</Link>
                ),
              // The frame shows the title already.
              h1: () => null,
              img: ({ src = '', alt = '' }) => <img src={pictureOf(String(src))} alt={alt} loading="lazy" />,
            }}
          >
            {page.text}
          </Markdown>
        </div>
      </div>
    </PageFrame>
  );
}

/** A link to another page of the manual, as its file names it: `3-hours.md`. */
const pageNamed = (href: string): string => nameOf(href.split('/').at(-1) ?? '');
