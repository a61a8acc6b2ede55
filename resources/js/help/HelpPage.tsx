import { Input } from 'antd';
import { useEffect, useState } from 'react';
import Markdown from 'react-markdown';
import { Link, NavLink, useParams } from 'react-router';
import remarkGfm from 'remark-gfm';
import { guide, linked, pictured, search } from './guide';

/** The guide: the same pages as in docs/guide, searchable. */
export function HelpPage() {
    const { page = 'safety' } = useParams();
    const [words, setWords] = useState('');
    const shown = guide.find((one) => one.name === page) ?? guide[0];
    const hits = search(words);
    useEffect(() => {
        void window.scrollTo({ top: 0 });
    }, [page]);
    return (
        <main className="page help">
            <nav className="help-pages" aria-label="Pages of the guide">
                <Input.Search
                    aria-label="Search the guide"
                    placeholder="ripple, lamp, ledger…"
                    allowClear
                    value={words}
                    onChange={(event) => setWords(event.target.value)}
                />
                <ol>
                    {guide.map((one) => (
                        <li key={one.name}>
                            <NavLink to={`/help/${one.name}`} onClick={() => setWords('')}>
                                {one.title}
                            </NavLink>
                        </li>
                    ))}
                </ol>
            </nav>
            {words.trim() === '' ? (
                <article>
                    <Markdown
                        remarkPlugins={[remarkGfm]}
                        components={{
                            a: ({ href = '', children }) => {
                                const to = linked(href);
                                return to === null ? <em>{children}</em> : <Link to={to}>{children}</Link>;
                            },
                            img: ({ src, alt }) => (
                                <img
                                    src={pictured(typeof src === 'string' ? src : '')}
                                    alt={alt ?? ''}
                                    loading="lazy"
                                />
                            ),
                        }}
                    >
                        {shown?.text ?? ''}
                    </Markdown>
                </article>
            ) : (
                <section aria-label="Found in the guide">
                    <p role="status">
                        {hits.length === 0 ? `Nothing in the guide has “${words.trim()}”.` : `${hits.length} places`}
                    </p>
                    <ul className="help-hits">
                        {hits.map((hit, k) => (
                            <li key={`${hit.page.name} ${k}`}>
                                <Link to={`/help/${hit.page.name}`} onClick={() => setWords('')}>
                                    {hit.page.title}
                                    {hit.heading !== hit.page.title && `: ${hit.heading}`}
                                </Link>
                                <p>{hit.line}</p>
                            </li>
                        ))}
                    </ul>
                </section>
            )}
        </main>
    );
}
