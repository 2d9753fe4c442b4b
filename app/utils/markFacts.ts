import type { Fact } from '#core/facts/facts';

const NAME = 'facts';
const STYLE = `::highlight(${NAME}) { text-decoration: underline dotted 1.5px #8f4a0d; }`;

/**
 * Marks the facts in an element without changing it, so that nobody selects or keeps the marks (CSS Custom Highlight API
 * Module Level 1); a browser that cannot do that shows none.
 */
export function markFacts(root: HTMLElement, facts: Fact[]): void {
  const doc = root.ownerDocument;
  const view = doc.defaultView as (Window & typeof globalThis) | null;
  if (!view?.CSS.highlights) return;
  const { text, at } = textPlaces(root);
  const ranges: Range[] = [];
  let from = 0;
  for (const fact of facts) {
    const words = fact.text.replace(/\s+/g, ' ');
    const found = text.indexOf(words, from);
    const first = at[found];
    const last = at[found + words.length - 1];
    if (found < 0 || !first || !last) continue;
    const range = doc.createRange();
    range.setStart(...first);
    range.setEnd(last[0], last[1] + 1);
    ranges.push(range);
    from = found + words.length;
  }
  // A page of its own knows nothing of the styles of the application.
  if (doc !== document && !doc.getElementById(NAME)) {
    const style = doc.createElement('style');
    style.id = NAME;
    style.textContent = STYLE;
    doc.head.append(style);
  }
  view.CSS.highlights.set(NAME, new view.Highlight(...ranges));
}
