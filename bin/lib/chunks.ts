interface Modules {
  getModuleIds(): Iterable<string>;
  getModuleInfo(id: string): { importedIds: readonly string[] } | null;
}

/**
 * In which files what the Desk needs at once is brought: what the sign-in has too, what other pages have too, and the rest.
 * Few files are smaller than many, and come sooner. Everything else is divided by Rollup, as pages need it.
 * @param places the modules by which the application starts, then those of the sign-in, the Desk and the other pages
 */
export function deskChunks(places: { start: RegExp; door: RegExp; desk: RegExp; others: RegExp }) {
  let chunks: Map<string, string> | undefined;
  function divide(modules: Modules) {
    const ids = [...modules.getModuleIds()];
    const reached = (place: RegExp) => {
      const found = new Set(ids.filter((id) => place.test(id)));
      for (const id of found) for (const next of modules.getModuleInfo(id)?.importedIds ?? []) found.add(next);
      return found;
    };
    const [start, door, others] = [reached(places.start), reached(places.door), reached(places.others)];
    const chunkOf = (id: string) =>
      start.has(id) ? 'start' : door.has(id) ? 'door' : others.has(id) ? 'writing' : 'desk';
    // Those of the start too: a chunk takes along what its modules import, unless that has one of its own.
    return new Map([...start, ...reached(places.desk)].map((id) => [id, chunkOf(id)]));
  }
  return (id: string, modules: Modules): string | undefined => (chunks ??= divide(modules)).get(id);
}
