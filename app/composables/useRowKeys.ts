/** A key for each row of a list that lives elsewhere, so that a row keeps its editor when others come and go. */
export function useRowKeys(length: () => number) {
  let next = 0;
  const keys = ref<number[]>([]);
  watch(
    length,
    (count) => {
      while (keys.value.length < count) keys.value.push(next++);
    },
    { immediate: true },
  );
  /** To be called before the row is taken out. */
  const drop = (at: number) => void keys.value.splice(at, 1);
  /** To be called before the rows are replaced by others. */
  const clear = () => void (keys.value = []);
  return { keys, drop, clear };
}
