import { phrase, type Phrase } from '../text/phrase';
/** The form of bundles that this version writes, and the newest it reads. */
export const BUNDLE_VERSION = 1;
/** What a bundle calls itself, in its first field. */
export const BUNDLE_FORMAT = 'jar-note-bundle';

/** Said when a text is no bundle, or one that cannot be read. */
export class BundleError extends Error {
  override name = 'BundleError';
  constructor(readonly phrase: Phrase) {
    super(phrase.code);
  }
}

/** A bundle as its JSON says, its parts not looked into yet. */
export interface RawBundle {
  shelves: unknown[];
  lookups: unknown[];
  notes: unknown[];
  people: unknown[];
  routines: unknown[];
  sender: unknown;
  files: Record<string, unknown>;
  /** Fields that this version does not know and leaves aside. */
  unknown: string[];
  /** Parts that are no list where one should be, said; they are left aside. */
  wrong: Phrase[];
}

const FIELDS = ['format', 'version', 'made', 'shelves', 'lookups', 'notes', 'people', 'sender', 'routines', 'files'];

/**
 * Opens the text of a bundle.
 * @throws BundleError that says why when it is none, is cut off, or of a newer version
 */
export function openBundle(text: string): RawBundle {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    const begins = text.slice(0, 2000).includes(`"${BUNDLE_FORMAT}"`);
    throw new BundleError(begins ? phrase('bundle.cutOff') : phrase('bundle.noBundle'));
  }
  const bundle = json as Record<string, unknown>;
  if (typeof json !== 'object' || json === null || bundle.format !== BUNDLE_FORMAT)
    throw new BundleError(phrase('bundle.noBundle'));
  if (typeof bundle.version !== 'number' || !Number.isInteger(bundle.version) || bundle.version < 1)
    throw new BundleError(phrase('bundle.noVersion'));
  if (bundle.version > BUNDLE_VERSION)
    throw new BundleError(phrase('bundle.newer', { version: String(bundle.version), known: String(BUNDLE_VERSION) }));
  const wrong: Phrase[] = [];
  const list = (name: 'shelves' | 'lookups' | 'notes' | 'people' | 'routines'): unknown[] => {
    const value = bundle[name] ?? [];
    if (Array.isArray(value)) return value;
    wrong.push(phrase(`bundle.noList.${name}`));
    return [];
  };
  let files = bundle.files ?? {};
  if (typeof files !== 'object' || Array.isArray(files)) {
    wrong.push(phrase('bundle.noFiles'));
    files = {};
  }
  return {
    shelves: list('shelves'),
    lookups: list('lookups'),
    notes: list('notes'),
    people: list('people'),
    routines: list('routines'),
    sender: bundle.sender ?? null,
    files: files as Record<string, unknown>,
    unknown: Object.keys(bundle).filter((name) => !FIELDS.includes(name)),
    wrong,
  };
}

/** How a bundle names what its notes refer to, since ids belong to an account. */
export const lookupKey = (number: number): string => `bundle:lookup:${number}`;
/** How the things in a bundle name the shelf with this number. */
export const shelfKey = (number: number): string => `bundle:shelf:${number}`;

/** How the routines in a bundle name the note that stands there in this place, counted from 1. */
export const noteKey = (number: number): string => `bundle:note:${number}`;

/** A value with every string that is a key of `names` replaced, however deep it stands. */
export function renamed<T>(value: T, names: Map<string, string>): T {
  if (typeof value === 'string') return (names.get(value) ?? value) as T;
  if (Array.isArray(value)) return value.map((part) => renamed(part, names)) as T;
  if (value && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, renamed(part, names)])) as T;
  return value;
}
