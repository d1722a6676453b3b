import { Node } from '@tiptap/core';
import type { MediaFacts, MediaKind } from '@/core/media';
import { pictureSources, textSizes } from './picture';

export type Shown = { readonly [mediaId: string]: MediaFacts };

const label = (facts: MediaFacts, title: string) => title || facts.title;
const played = { controls: 'controls', preload: 'none', controlsList: 'nodownload' };
const figure = (facts: MediaFacts, title: string, inner: unknown) =>
  ['figure', {}, inner, ['figcaption', {}, label(facts, title)]] as const;
/** Said by browsers that cannot play it. */
const instead = (facts: MediaFacts) => ['a', { href: `/files/${facts.id}/original` }, facts.fileName];
const linked = (facts: MediaFacts, title: string) =>
  ['p', {}, ['a', { href: `/files/${facts.id}/original` }, label(facts, title)]] as const;

/** What says of a picture where its forms are, and how large it will be before any has come. */
export const imgAttributes = ({ id, width, height }: MediaFacts) => {
  const { src, srcSet, sizes } = pictureSources(id, textSizes);
  return { src, srcset: srcSet, sizes, width, height };
};

/** On which side of the text it stands; null where it has the line to itself. */
export type Beside = 'start' | 'end' | null;
export const besideOf = (value: unknown): Beside => (value === 'start' || value === 'end' ? value : null);
export const besideAttribute = {
  default: null,
  parseHTML: (element: HTMLElement) => besideOf(element.getAttribute('data-beside')),
  renderHTML: ({ beside }: { readonly beside?: unknown }) => (besideOf(beside) ? { 'data-beside': beside } : {}),
};

/** How a thing of a kind stands in a text: played where it can be, or as a link to it. */
const drawn: Record<MediaKind, (facts: MediaFacts, title: string) => readonly [string, ...unknown[]]> = {
  film: (facts, title) =>
    figure(facts, title, [
      'video',
      {
        ...played,
        src: `/files/${facts.id}/play`,
        ...(facts.posterHash ? { poster: `/files/${facts.id}/poster` } : {}),
        'aria-label': label(facts, title),
      },
      ...facts.captions.map(({ language, label: words }) => [
        'track',
        { kind: 'captions', src: `/files/${facts.id}/captions-${language}`, srclang: language, label: words },
      ]),
      instead(facts),
    ]),
  audio: (facts, title) =>
    figure(facts, title, [
      'audio',
      { ...played, src: `/files/${facts.id}/play`, 'aria-label': label(facts, title) },
      instead(facts),
    ]),
  picture: (facts, title) =>
    figure(facts, title, ['img', { ...imgAttributes(facts), alt: facts.alt || label(facts, title) }]),
  document: linked,
  captions: linked,
  file: linked,
};

/**
 * A thing of the library within a text: the text keeps its id and what it is called there. What is known of it comes
 * from the page that shows it; where nothing is, as in the editor before it has been told, its title stands for it.
 */
export const LibraryMedia = Node.create<{ shown: Shown }>({
  name: 'media',
  group: 'block',
  atom: true,
  addOptions: () => ({ shown: {} }),
  addAttributes: () => ({
    mediaId: {
      default: null,
      parseHTML: (element) => element.getAttribute('data-media-id'),
      renderHTML: ({ mediaId }) => ({ 'data-media-id': mediaId }),
    },
    title: {
      default: null,
      parseHTML: (element) => element.getAttribute('data-title'),
      renderHTML: ({ title }) => ({ 'data-title': title }),
    },
    beside: besideAttribute,
  }),
  parseHTML: () => [{ tag: 'figure[data-media-id]' }],
  renderHTML({ node, HTMLAttributes }) {
    const { mediaId, title } = node.attrs as { readonly mediaId: unknown; readonly title: unknown };
    const facts = this.options.shown[String(mediaId)];
    const words = typeof title === 'string' ? title : '';
    const beside = besideOf(node.attrs.beside);
    const part = facts && drawn[facts.kind](facts, words);
    return part
      ? ([part[0], { ...(part[1] as object), ...(beside && { 'data-beside': beside }) }, ...part.slice(2)] as never)
      : ['figure', HTMLAttributes, ['figcaption', {}, words || 'A thing of the library']];
  },
});
