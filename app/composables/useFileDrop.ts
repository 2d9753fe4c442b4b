import { useEventListener } from '@vueuse/core';

/** While something is dragged over the page the browser says so at least this often; silence means that it has gone. */
const SILENCE_MS = 600;

const hasFiles = (event: DragEvent) => Boolean(event.dataTransfer?.types.includes('Files'));

/**
 * Files dragged over the page, and where they are dropped. What is inside the page and takes files itself (an editor) keeps
 * them; wherever they end, the page is free again.
 * @param take gets the files and what they were dropped on
 * @param isOpen whether the page takes files now
 * @returns whether files are held over the page
 */
export function useFileDrop(take: (files: FileList, on: Element) => void, isOpen: () => boolean = () => true) {
  const held = ref(false);
  let timer: ReturnType<typeof setTimeout> | undefined;
  const free = () => {
    clearTimeout(timer);
    held.value = false;
  };
  useEventListener(window, 'dragover', (event: DragEvent) => {
    if (!hasFiles(event)) return;
    // A file dropped where nobody takes it would be opened by the browser in place of the application.
    event.preventDefault();
    if (!isOpen()) return;
    held.value = true;
    clearTimeout(timer);
    timer = setTimeout(free, SILENCE_MS);
  });
  useEventListener(window, 'drop', free, { capture: true });
  useEventListener(window, 'dragend', free, { capture: true });
  useEventListener(window, 'drop', (event: DragEvent) => {
    if (!hasFiles(event) || event.defaultPrevented) return;
    event.preventDefault();
    if (isOpen() && event.dataTransfer?.files.length) take(event.dataTransfer.files, event.target as Element);
  });
  onBeforeUnmount(() => clearTimeout(timer));
  return held;
}
