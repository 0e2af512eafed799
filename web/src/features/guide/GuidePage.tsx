import { type ComponentProps, type ReactNode, useEffect } from 'react';
import Markdown, { type Components } from 'react-markdown';
import { useLocation } from 'react-router';
import remarkGfm from 'remark-gfm';
import text from '../../../../docs/a-pay-period.md?raw';

/** Addresses of the pictures of the guide, by their paths. */
const PICTURES = import.meta.glob<string>('../../../../docs/screenshots/*.png', {
  query: '?url',
  import: 'default',
  eager: true,
});

/** Where a picture of the guide lies in what ships; undefined where there is none of that name. */
const pictureAt = (path: string | undefined): string | undefined =>
  Object.entries(PICTURES).find(([file]) => file.endsWith(`/docs/${path}`))?.[1];

/** The name by which a heading is linked to: `Map and hand off` is `map-and-hand-off`. */
const anchorOf = (children: ReactNode): string =>
  String(children)
    .toLowerCase()
    .replace(/[^\p{L}\p{N} ]/gu, '')
    .trim()
    .replaceAll(' ', '-');

const PARTS: Components = {
  h1: ({ children }) => <h1 className="text-title">{children}</h1>,
  h2: ({ children }) => (
    <h2 id={anchorOf(children)} className="mt-8 mb-2 border-b border-rule pb-1 text-lead">
      {children}
    </h2>
  ),
  p: ({ children }) => <p className="my-2.5">{children}</p>,
  ul: ({ children }) => <ul className="my-2.5 list-disc pl-6">{children}</ul>,
  li: ({ children }) => <li className="my-1">{children}</li>,
  strong: ({ children }) => <b className="font-semibold text-heather">{children}</b>,
  code: ({ children }) => (
    <code className="rounded-control bg-faint px-1 font-sans text-note">{children}</code>
  ),
  a: ({ href, children }) => (
    <a href={href} className="text-heather underline">
      {children}
    </a>
  ),
  img: ({ src, alt }: ComponentProps<'img'>) => (
    <img src={pictureAt(src)} alt={alt} className="my-4 w-full rounded-sheet border border-rule" />
  ),
  table: ({ children }) => <table className="my-3 w-full border-collapse text-note">{children}</table>,
  th: ({ children }) => (
    <th className="border-b-2 border-ink px-2 py-1 text-left font-semibold">{children}</th>
  ),
  td: ({ children }) => <td className="border-b border-faint px-2 py-1 align-top">{children}</td>,
};

/** The guide for specialists: a pay period from the first file to the accepted handoff. It is the page `docs/a-pay-period.md`. */
export function GuidePage() {
  const { hash } = useLocation();
  useEffect(() => {
    if (hash !== '') document.getElementById(decodeURIComponent(hash.slice(1)))?.scrollIntoView();
  }, [hash]);
  return (
    <main className="min-h-0 flex-1 overflow-y-auto" aria-label="Guide">
      <article className="mx-auto max-w-3xl px-6 py-8 text-body">
        <Markdown remarkPlugins={[remarkGfm]} components={PARTS}>
          {text}
        </Markdown>
      </article>
    </main>
  );
}
