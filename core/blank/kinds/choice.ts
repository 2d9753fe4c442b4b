import { toLine } from '../../note/text';
import { parseDoc, type DocJson } from '../../note/schema';
import { blankKey } from './key';
import type { BlankKind, FillValue, NoteBlanks } from './kind';
import { phrase } from '../../text/phrase';

/** One wording to choose. */
export interface ChoiceItem {
  label: string;
  /** A document of one paragraph, which may hold blanks and formatting. */
  wording: DocJson;
}

/** The options of a choice, as its node keeps them. */
export type ChoiceOptions = {
  choices: ChoiceItem[];
  /** Several may be taken. */
  several: boolean;
  /** How several are put together. */
  joined: 'and' | 'or' | 'list';
  /** The label taken unless something else is answered; empty asks. */
  value: string;
  hint: string;
};

const contentOf = (wording: DocJson): DocJson[] => wording.content?.[0]?.content ?? [];

function aboutOf(wording: DocJson): string {
  try {
    return toLine(parseDoc(wording));
  } catch {
    return '';
  }
}

/** One value of the wordings taken, in the order of the list: joined as a sentence in the locale, or as a list. */
function valueOf(taken: ChoiceItem[], { joined, several }: ChoiceOptions, locale: string): FillValue {
  const labels = taken.map(({ label }) => label);
  const datum = { type: 'choice' as const, labels };
  const text = taken.map(({ wording }) => aboutOf(wording)).join(', ');
  if (joined === 'list' && several) {
    const items = taken.map(({ wording }) => ({
      type: 'listItem',
      content: [{ type: 'paragraph', content: contentOf(wording) }],
    }));
    return { text, datum, blocks: [{ type: 'bulletList', content: items }] };
  }
  const type = joined === 'or' ? 'disjunction' : 'conjunction';
  // The separators of the locale, with the wordings put in their places.
  const content = new Intl.ListFormat(locale, { type })
    .formatToParts(taken.map((_, i) => String(i)))
    .flatMap((part): DocJson[] =>
      part.type === 'element' ? contentOf(taken[Number(part.value)]!.wording) : [{ type: 'text', text: part.value }],
    );
  return { text, datum, content };
}

/** One of a list, or several: each a label and the wording it stands for. */
export const choice: BlankKind<ChoiceOptions> = {
  name: 'choice',
  yields: ['choice'],
  remembers: true,
  defaults: { choices: [], several: false, joined: 'and', value: '', hint: '' },
  check({ choices }: Record<string, unknown>, _note: NoteBlanks) {
    if (!Array.isArray(choices) || choices.length < 2) return phrase('wrong.fewChoices');
    const keys = (choices as ChoiceItem[]).map(({ label }) => blankKey(String(label ?? '')));
    if (keys.some((key) => !key)) return phrase('wrong.choiceUnlabelled');
    if (new Set(keys).size < keys.length) return phrase('wrong.choicesAlike');
    try {
      for (const { wording } of choices as ChoiceItem[]) parseDoc(wording);
    } catch {
      return phrase('wrong.choiceUnreadable');
    }
    return null;
  },
  mapWordings: (options, map) => ({
    ...options,
    choices: options.choices.map((item) => ({ ...item, wording: map(item.wording) })),
  }),
  withDefault: (options, value) =>
    options.choices.some(({ label }) => label === value) ? { ...options, value } : null,
  known(options, { context }) {
    const preset = options.choices.filter(({ label }) => options.value && blankKey(label) === blankKey(options.value));
    return preset.length ? valueOf(preset, options, context.locale) : null;
  },
  answered(answer, options, { context }) {
    const wanted = (Array.isArray(answer) ? answer : [answer]).map(blankKey).filter(Boolean);
    const taken = options.choices.filter(({ label }) => wanted.includes(blankKey(label)));
    if (!wanted.length) return null;
    if (!taken.length) return { problem: phrase('unread.notInList') };
    return valueOf(options.several ? taken : taken.slice(0, 1), options, context.locale);
  },
  control: ({ choices, several, hint }) => ({
    type: 'choice',
    hint,
    several,
    choices: choices.map(({ label, wording }) => ({ label, about: aboutOf(wording) })),
  }),
  isBlock: ({ several, joined }) => several && joined === 'list',
};
