import type en from './en';

type Paths<T> = { [K in keyof T & string]: T[K] extends string ? K : `${K}.${Paths<T[K]>}` }[keyof T & string];
type At<T, Path extends string> = Path extends keyof T
  ? T[Path]
  : Path extends `${infer Area}.${infer Rest}`
    ? Area extends keyof T
      ? At<T[Area], Rest>
      : never
    : never;
/** The names of the gaps of a text: `{name}`. A sign in quotes, such as `{'@'}`, is no gap. */
type Named<Text> = Text extends `${string}{${infer Name}}${infer Rest}`
  ? (Name extends `'${string}` ? never : Name) | Named<Rest>
  : never;

/** A text in singular and plural is chosen between by a count, shown or not. */
type Gaps<Text> = Named<Text> | (Text extends `${string} | ${string}` ? 'count' : never);

/** The code of a text in the catalogue, such as `desk.send`. */
export type Code = Paths<typeof en>;
/** What the gaps of a text are filled with; nothing where it has none. */
export type Params<C extends Code> = [Gaps<At<typeof en, C>>] extends [never]
  ? []
  : [params: Record<Gaps<At<typeof en, C>>, string | number>];
