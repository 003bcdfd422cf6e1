import Markdown from 'react-markdown';
import { PageBar } from '../app/PageBar';
import { PageTitle } from '../renders/RenderEvents';
import text from '../../../../docs/first-film.md?raw';

/** Pictures of the guide by their names in it. */
const pictures = import.meta.glob<string>('../../../../docs/screenshots/*.png', {
  eager: true,
  import: 'default',
  query: '?url',
});

const addressOf = (name: string | undefined) => name && pictures[`../../../../docs/${name}`];

/** From a song to a finished video in ten steps: the same text as in the docs. */
export function FirstFilmPage() {
  return (
    <div className="flex h-full flex-col">
      <PageBar />
      <main className="min-h-0 grow overflow-y-auto px-5 py-6">
        <PageTitle>Your first film · Cyclogram</PageTitle>
        <article className="mx-auto max-w-2xl space-y-3 pb-10 [&_code]:bg-raised [&_code]:px-1 [&_h1]:text-xl [&_h1]:font-semibold [&_h2]:pt-4 [&_h2]:text-base [&_h2]:font-semibold [&_img]:border [&_img]:border-rule [&_p]:leading-6 [&_p]:text-paper/85 [&_strong]:text-paper">
          <Markdown
            components={{
              img: ({ src, alt }) => (
                <img src={addressOf(src as string | undefined)} alt={alt ?? ''} loading="lazy" />
              ),
            }}
          >
            {text}
          </Markdown>
        </article>
      </main>
    </div>
  );
}
