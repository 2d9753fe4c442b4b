<script setup lang="ts">
import { Brackets } from 'lucide-vue-next';
import type { BlankDef } from '#core/blank/kinds/kind';
import { MESSAGE_PARTS } from '#core/blank/kinds/message';
import { PERSON_FIELDS } from '#core/blank/kinds/person';
import { TODAY_PARTS } from '#core/blank/kinds/today';
import { kindOf } from '#core/blank/kinds/registry';
import { docFromText, type DocJson } from '#core/note/schema';
import { useAccountStore } from '~/stores/account';
import { useLookupsStore } from '~/stores/lookups';

const props = defineProps<{ blanks: BlankDef[]; passage: boolean }>();
const emit = defineEmits<{
  put: [kind: string, options: Record<string, unknown>, label: string, choose: boolean];
  passage: [];
}>();
const account = useAccountStore();
const lookups = useLookupsStore();
onMounted(() => void lookups.load());

interface Choice {
  title: string;
  kind: string;
  options?: Record<string, unknown>;
  label: string;
  /** Whether there is more to say of it. */
  choose?: boolean;
}

const fresh = (kind: string) => structuredClone(kindOf(kind).defaults);
const choices = ['one', 'other'].map((label) => ({ label, wording: docFromText(label) }));

const asked: Choice[] = [
  { title: t('wording.text'), kind: 'text', label: t('library.blank'), choose: true },
  { title: t('library.longText'), kind: 'text', options: { long: true }, label: t('library.textWord'), choose: true },
  {
    title: t('library.choiceOfWordings'),
    kind: 'choice',
    options: { choices },
    label: t('library.choice'),
    choose: true,
  },
  { title: t('library.date'), kind: 'date', label: t('library.dayLabel'), choose: true },
  { title: t('library.time'), kind: 'time', label: t('library.timeWord'), choose: true },
  { title: t('library.number'), kind: 'number', label: t('library.numberWord'), choose: true },
  { title: t('library.money'), kind: 'money', label: t('library.amount'), choose: true },
];

/** The cells of a lookup. Where a row of it is asked for already, further blanks take that row. */
const fromLookups = computed<Choice[]>(() =>
  lookups.rows.flatMap(({ id, name, columns, keyColumn }) => {
    const asker = props.blanks.find(
      ({ kind, options }) => kind === 'lookup' && options.lookup === id && options.row === 'asked',
    );
    const cells = columns.map((column) => ({
      title: `${name}: ${column.name}`,
      kind: 'lookup',
      options: { lookup: id, column: column.id, row: asker ? 'same' : 'asked', of: asker?.label ?? '' },
      label: column.name,
      choose: !asker,
    }));
    const docOf = (columnId: string, label: string): DocJson => ({
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            {
              type: 'blank',
              attrs: {
                label,
                kind: 'lookup',
                options: { ...fresh('lookup'), lookup: id, column: columnId, row: 'entry' },
              },
            },
          ],
        },
      ],
    });
    const key = columns.find((column) => column.id === keyColumn)!;
    const rows = {
      title: t('library.severalRows', { name }),
      kind: 'rows',
      options: {
        lookup: id,
        columns: columns.slice(0, 3).map((column) => ({ title: column.name, wording: docOf(column.id, column.name) })),
        entry: docOf(key.id, key.name),
      },
      label: name.toLowerCase(),
      choose: true,
    };
    return [...cells, rows];
  }),
);

const groups = computed<{ title: string; /** It stands in the first line. */ first?: boolean; choices: Choice[] }[]>(
  () => [
    { title: t('library.askedTitle'), first: true, choices: asked },
    {
      title: t('library.ofPerson'),
      first: true,
      choices: [
        ...PERSON_FIELDS.map((field) => ({
          title: t(`names.personField.${field}`),
          kind: 'person',
          options: { field },
          label: t(`names.personField.${field}`),
        })),
        {
          title: t('library.fieldOfOnesOwn'),
          kind: 'person',
          options: { field: 'piano' },
          label: t('library.field'),
          choose: true,
        },
      ],
    },
    {
      title: t('library.ofMine'),
      choices: [
        { title: t('library.myName'), kind: 'sender', options: { field: 'name' }, label: t('library.myName') },
        ...account.settings!.fields.map(({ name }) => ({
          title: name,
          kind: 'sender',
          options: { field: name },
          label: name,
        })),
      ],
    },
    {
      title: t('library.today'),
      choices: TODAY_PARTS.map((part) => ({
        title: t(`names.todayPart.${camel(part)}`),
        kind: 'today',
        options: { part },
        label: t(`names.todayPart.${camel(part)}`),
      })),
    },
    {
      title: t('common.theirMessage'),
      first: true,
      choices: MESSAGE_PARTS.map((part) => ({
        title: t(`names.messagePart.${camel(part)}`),
        kind: 'message',
        options: { part },
        label: t(`names.messageLabel.${camel(part)}`),
        choose: true,
      })),
    },
    ...(fromLookups.value.length ? [{ title: t('common.lookup'), first: true, choices: fromLookups.value }] : []),
    {
      title: t('library.calculated'),
      choices: [
        { title: t('library.calculatedFromBlanks'), kind: 'reckoned', label: t('library.sum'), choose: true },
        {
          title: t('library.countedDay'),
          kind: 'date',
          options: { from: 'today', count: 14 },
          label: t('library.until'),
          choose: true,
        },
        { title: t('library.whereCaretGoes'), kind: 'caret', label: t('library.caret') },
      ],
    },
  ],
);

const more = useMoreTools();
/** The others are there on demand, and then all are shown. */
const shown = computed(() => groups.value.filter(({ first }) => first || more.value));

const choose = ({ kind, options, label, choose: more }: Choice) =>
  emit('put', kind, { ...fresh(kind), ...structuredClone(toRaw(options)) }, label, more ?? false);
</script>

<template>
  <div class="palette" role="group" :aria-label="t('library.putBlankIn')">
    <span class="small soft">{{ t('library.blankTitle') }}</span>
    <PickMenu v-for="group in shown" :key="group.title" :title="group.title" :choices="group.choices" @pick="choose" />
    <span v-if="more" class="small soft hint"
      ><I18nT keypath="library.orTypeBrackets" scope="global"
        ><template #brackets
          ><kbd>[{{ t('library.dayLabel') }}]</kbd></template
        ></I18nT
      ></span
    >
    <button
      v-if="more || passage"
      type="button"
      class="text-button"
      :disabled="!passage"
      :title="t('library.optionalAbout')"
      @click="emit('passage')"
    >
      <Brackets :size="14" aria-hidden="true" />{{ t('library.optionalPassage') }}
    </button>
  </div>
</template>

<style scoped>
.palette {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
}

.hint {
  margin: 0 var(--s2);
}
</style>
