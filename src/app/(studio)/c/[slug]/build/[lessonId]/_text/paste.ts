import type { Editor } from '@tiptap/react';
import { looksLikeMarkdown, textFromMarkdown } from '@/core/outline';

/**
 * What word processors and web pages bring along that is no text: their styles, their remarks to themselves, and
 * lists that are drawn with paragraphs. What remains the editor reads by its own rules.
 */
export function cleanedPaste(html: string): string {
  const page = new DOMParser().parseFromString(
    html.replace(/<!--[\s\S]*?-->/g, '').replace(/<(\/?)o:p[^>]*>/gi, ''),
    'text/html',
  );
  for (const gone of page.querySelectorAll('style, script, meta, link, title, xml')) gone.remove();
  for (const line of page.querySelectorAll<HTMLElement>('p[class*="MsoListParagraph"], p[style*="mso-list"]'))
    intoList(line);
  for (const element of page.querySelectorAll<HTMLElement>('b, span, font')) unwrapPlain(element);
  return page.body.innerHTML;
}

/** `1.`, `a)` and such: what a numbered line begins with, where its list is only drawn. */
const numbered = /^\s*(?:\d{1,3}|[a-z]|[ivx]{1,4})[.)]\s*/i;
const bulleted = /^\s*[·•◦▪§o–-]\s+/;

/** A paragraph that is drawn as a line of a list becomes one. */
function intoList(line: HTMLElement): void {
  for (const mark of line.querySelectorAll<HTMLElement>('[style*="mso-list:Ignore"], [style*="mso-list: Ignore"]')) {
    line.dataset.mark = mark.textContent ?? '';
    mark.remove();
  }
  const mark = line.dataset.mark ?? line.textContent ?? '';
  const tag = numbered.test(mark) ? 'ol' : 'ul';
  if (line.dataset.mark === undefined && line.firstChild?.nodeType === 3)
    line.firstChild.nodeValue = (line.firstChild.nodeValue ?? '').replace(tag === 'ol' ? numbered : bulleted, '');
  const item = line.ownerDocument.createElement('li');
  item.innerHTML = line.innerHTML;
  const before = line.previousElementSibling;
  if (before?.tagName.toLowerCase() === tag && before.hasAttribute('data-drawn')) {
    before.append(item);
    line.remove();
    return;
  }
  const list = line.ownerDocument.createElement(tag);
  list.dataset.drawn = '';
  list.append(item);
  line.replaceWith(list);
}

/** A mark around everything that says of itself that it marks nothing, as copied pages have it. */
function unwrapPlain(element: HTMLElement): void {
  const weight = element.style.fontWeight;
  const isPlain = element.tagName === 'B' ? weight === 'normal' || weight === '400' : element.attributes.length === 0;
  if (isPlain) element.replaceWith(...element.childNodes);
}

/** Words alone that were written as Markdown are put in as what they mean. Says whether it did. */
export function pasteMarkdown(editor: Editor, data: DataTransfer | null): boolean {
  const words = data?.getData('text/plain') ?? '';
  if (!data || data.types.includes('text/html') || !looksLikeMarkdown(words)) return false;
  return editor
    .chain()
    .focus()
    .insertContent(textFromMarkdown(words).content ?? [])
    .run();
}
