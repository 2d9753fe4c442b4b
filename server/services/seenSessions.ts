/** So long is believed what the database said of a session: a page asks for many things at once. */
const BELIEVED_MS = 1_000;
/** So many sessions are known. */
const MOST = 10_000;

/**
 * The sessions that were asked about lately, so that not every request asks the database anew. One that is ended in this
 * process is forgotten at once; in another process of the same database it may go on for a second.
 */
export class SeenSessions {
  private readonly known = new Map<string, { at: number; goesOn: Promise<boolean> }>();

  /** What is known of a session at `now`, in milliseconds since 1970; asked for where nothing is. */
  goesOn(id: string, now: number, ask: () => Promise<boolean>): Promise<boolean> {
    const before = this.known.get(id);
    if (before && Math.abs(now - before.at) < BELIEVED_MS) return before.goesOn;
    const goesOn = ask();
    if (this.known.size >= MOST) this.known.clear();
    this.known.set(id, { at: now, goesOn });
    goesOn.catch(() => this.known.delete(id));
    return goesOn;
  }

  /** Believes nothing any more; what is just being asked is not kept either. */
  forget(): void {
    this.known.clear();
  }
}
