/** How much one thing of a note or message counts; pairs of numbers in a row: whose, how much. */
export interface Postings {
  list: number[];
  /** How many hold it. */
  holders: number;
}

/** Where each thing that can be compared stands: a word, a group of letters, a pair of words. */
export class PostingsTable {
  readonly #table = new Map<string, Postings>();

  /** Takes the things of one note or message in, each once. */
  add(number: number, things: Map<string, number>): void {
    for (const [thing, weight] of things) {
      const postings = this.#table.get(thing);
      if (postings) {
        postings.list.push(number, weight);
        postings.holders++;
      } else this.#table.set(thing, { list: [number, weight], holders: 1 });
    }
  }

  /** What is taken back stays in the lists, under a number nobody asks for any more. */
  drop(things: Iterable<string>): void {
    for (const thing of things) {
      const postings = this.#table.get(thing);
      if (postings) postings.holders--;
    }
  }

  get(thing: string): Postings | undefined {
    return this.#table.get(thing);
  }
}
