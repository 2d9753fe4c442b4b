import type { Ask } from '#core/asks/asks';

const STYLE = `span[data-ask]::before { content: attr(data-ask); display: inline-block; min-width: 14px; margin-inline-end: 4px;
  border: 1px solid #8f4a0d; border-radius: 2px; font: 600 11px/14px sans-serif; text-align: center; color: #8f4a0d; }
span[data-ask].answered::before { border-color: transparent; background: #1f4d3a; color: #fff; }`;

/**
 * Puts a number before each thing asked in a message that is shown as HTML. The numbers stand in no text, so that
 * nobody selects or keeps them.
 */
export function numberAsks(doc: Document, asks: Ask[], answered: number[]): void {
  doc.querySelectorAll('span[data-ask]').forEach((span) => span.remove());
  if (!asks.length || !doc.body) return;
  if (!doc.getElementById('asks')) {
    const style = doc.createElement('style');
    style.id = 'asks';
    style.textContent = STYLE;
    doc.head.append(style);
  }
  const { text, at } = textPlaces(doc.body);
  let from = 0;
  const places = asks.map((ask) => {
    const found = text.indexOf(ask.text.replace(/\s+/g, ' '), from);
    if (found >= 0) from = found + 1;
    return found < 0 ? null : at[found]!;
  });
  // From the end on, since a text node that is split keeps only what stands before.
  places
    .map((place, i) => ({ place, i }))
    .reverse()
    .forEach(({ place, i }) => {
      if (!place) return;
      const span = doc.createElement('span');
      span.dataset.ask = String(i + 1);
      if (answered.includes(i)) span.className = 'answered';
      const [node, offset] = place;
      const rest = offset ? node.splitText(offset) : node;
      rest.parentNode?.insertBefore(span, rest);
    });
}
