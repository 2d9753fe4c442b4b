/** The form of bundles that this version writes, and the newest it reads. */
export const BUNDLE_VERSION = 1;
export const BUNDLE_FORMAT = 'jar-note-bundle';

/** Said when a text is no bundle, or one that cannot be read. */
export class BundleError extends Error {
  override name = 'BundleError';
}

/** A bundle as its JSON says, its parts not looked into yet. */
export interface RawBundle {
  shelves: unknown[];
  lookups: unknown[];
  notes: unknown[];
  people: unknown[];
  sender: unknown;
  files: Record<string, unknown>;
  /** Fields that this version does not know and leaves aside. */
  unknown: string[];
  /** Parts that are no list where one should be, in words; they are left aside. */
  wrong: string[];
}

const FIELDS = ['format', 'version', 'made', 'shelves', 'lookups', 'notes', 'people', 'sender', 'files'];

/**
 * Opens the text of a bundle.
 * @throws BundleError with a message for the user when it is none, is cut off, or of a newer version
 */
export function openBundle(text: string): RawBundle {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    const begins = text.slice(0, 2000).includes(`"${BUNDLE_FORMAT}"`);
    throw new BundleError(
      begins
        ? 'This bundle is cut off or damaged: its end is missing. Nothing was read from it; fetch the file again.'
        : 'This is not a bundle of Jar Note.',
    );
  }
  const bundle = json as Record<string, unknown>;
  if (typeof json !== 'object' || json === null || bundle.format !== BUNDLE_FORMAT)
    throw new BundleError('This is not a bundle of Jar Note.');
  if (typeof bundle.version !== 'number' || !Number.isInteger(bundle.version) || bundle.version < 1)
    throw new BundleError('This bundle does not say of which version it is, so it cannot be read.');
  if (bundle.version > BUNDLE_VERSION)
    throw new BundleError(
      `This bundle was made by a newer version (form ${bundle.version}; this one reads up to ${BUNDLE_VERSION}). Update Jar Note, then bring it in.`,
    );
  const wrong: string[] = [];
  const list = (name: string): unknown[] => {
    const value = bundle[name] ?? [];
    if (Array.isArray(value)) return value;
    wrong.push(`Its ${name} are no list, and were left aside.`);
    return [];
  };
  let files = bundle.files ?? {};
  if (typeof files !== 'object' || Array.isArray(files)) {
    wrong.push('Its files cannot be made out, and were left aside.');
    files = {};
  }
  return {
    shelves: list('shelves'),
    lookups: list('lookups'),
    notes: list('notes'),
    people: list('people'),
    sender: bundle.sender ?? null,
    files: files as Record<string, unknown>,
    unknown: Object.keys(bundle).filter((name) => !FIELDS.includes(name)),
    wrong,
  };
}

/** How a bundle names what its notes refer to, since ids belong to an account. */
export const lookupKey = (number: number): string => `bundle:lookup:${number}`;
export const shelfKey = (number: number): string => `bundle:shelf:${number}`;

/** A value with every string that is a key of `names` replaced, however deep it stands. */
export function renamed<T>(value: T, names: Map<string, string>): T {
  if (typeof value === 'string') return (names.get(value) ?? value) as T;
  if (Array.isArray(value)) return value.map((part) => renamed(part, names)) as T;
  if (value && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, renamed(part, names)])) as T;
  return value;
}
