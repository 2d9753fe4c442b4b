/** Which of what a list box proposes is meant. The focus stays in the field above, and its arrow keys move on, round the ends. */
export function useListBox(count: () => number) {
  const current = ref(0);

  /** Takes an arrow key; false for any other, and where nothing is proposed. */
  function onArrow({ key }: KeyboardEvent): boolean {
    const step = { ArrowDown: 1, ArrowUp: -1 }[key];
    if (!step || !count()) return false;
    current.value = (current.value + step + count()) % count();
    return true;
  }

  return { current, onArrow };
}
