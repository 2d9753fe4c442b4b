/** Where in the text of an element each sign of its text without superfluous space stands. */
export function textPlaces(root: HTMLElement): { text: string; at: [node: Text, offset: number][] } {
  let text = '';
  const at: [Text, number][] = [];
  const walker = root.ownerDocument.createTreeWalker(root, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
    for (let i = 0; i < node.data.length; i++) {
      const sign = /\s/.test(node.data[i]!) ? ' ' : node.data[i]!;
      if (sign === ' ' && (!text || text.endsWith(' '))) continue;
      text += sign;
      at.push([node, i]);
    }
    if (text && !text.endsWith(' ')) {
      text += ' ';
      at.push([node, node.data.length]);
    }
  }
  return { text, at };
}
