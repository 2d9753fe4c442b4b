import { defineStore } from 'pinia';
import type { Shelf } from '#shared/types/wire';
import type { ShelfInput } from '#shared/schemas/shelf';

/** A shelf with those that stand in it. */
export interface ShelfNode extends Shelf {
  children: ShelfNode[];
}

/** The shelves of the library, as they stand inside one another. */
export const useShelvesStore = defineStore('shelves', () => {
  const rows = shallowRef<Shelf[]>([]);
  const byId = computed(() => new Map(rows.value.map((row) => [row.id, row])));

  const tree = computed<ShelfNode[]>(() => {
    const under = (parentId: string | null): ShelfNode[] =>
      rows.value.filter((row) => row.parentId === parentId).map((row) => ({ ...row, children: under(row.id) }));
    return under(null);
  });

  /** The names of a shelf and of those around it, from the outside in. */
  function path(id: string | null): string[] {
    const names: string[] = [];
    for (let shelf = byId.value.get(id ?? ''); shelf && names.length < 20; shelf = byId.value.get(shelf.parentId ?? ''))
      names.unshift(shelf.name);
    return names;
  }

  /** All shelves in the order of the tree, with the whole path as their name, to choose from. */
  const choices = computed(() => {
    const flat = (nodes: ShelfNode[]): { id: string; name: string }[] =>
      nodes.flatMap((node) => [{ id: node.id, name: path(node.id).join(' / ') }, ...flat(node.children)]);
    return flat(tree.value);
  });

  /** A shelf and all that stand in it. */
  function within(id: string): Set<string> {
    const found = new Set([id]);
    for (let grown = true; grown;) {
      grown = false;
      for (const row of rows.value)
        if (row.parentId && found.has(row.parentId) && !found.has(row.id)) {
          found.add(row.id);
          grown = true;
        }
    }
    return found;
  }

  async function load(): Promise<void> {
    const now = await api<Shelf[]>('/shelves');
    // Whoever draws on them begins anew with each change.
    if (JSON.stringify(now) !== JSON.stringify(rows.value)) rows.value = now;
  }

  async function make(input: Partial<ShelfInput> & { name: string }): Promise<Shelf> {
    const made = await api<Shelf>('/shelves', { method: 'POST', body: input });
    await load();
    return made;
  }

  async function change(shelf: Shelf, part: Partial<ShelfInput>): Promise<void> {
    const { name, description, parentId, version } = shelf;
    const body = { name, description, parentId, position: null, ...part, version };
    try {
      await api<Shelf>(`/shelves/${shelf.id}`, { method: 'PUT', body });
    } finally {
      await load();
    }
  }

  async function remove(id: string): Promise<void> {
    await api(`/shelves/${id}`, { method: 'DELETE' });
    await load();
  }

  async function restore(id: string): Promise<void> {
    await api(`/shelves/${id}/restore`, { method: 'POST' });
    await load();
  }

  return { rows, byId, tree, choices, path, within, load, make, change, remove, restore };
});
