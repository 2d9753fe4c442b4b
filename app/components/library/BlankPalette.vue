<script setup lang="ts">
import { Brackets } from 'lucide-vue-next';
import type { BlankDef } from '../../../core/blank/kind';
import { MESSAGE_PARTS } from '../../../core/blank/kinds/message';
import { PERSON_FIELD_TITLES, PERSON_FIELDS } from '../../../core/blank/kinds/person';
import { TODAY_PARTS } from '../../../core/blank/kinds/today';
import { kindOf } from '../../../core/blank/registry';
import { docFromText, type DocJson } from '../../../core/note/schema';
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
  { title: 'Text', kind: 'text', label: 'blank', choose: true },
  { title: 'Long text', kind: 'text', options: { long: true }, label: 'text', choose: true },
  { title: 'Choice of wordings', kind: 'choice', options: { choices }, label: 'choice', choose: true },
  { title: 'Date', kind: 'date', label: 'day', choose: true },
  { title: 'Time', kind: 'time', label: 'time', choose: true },
  { title: 'Number', kind: 'number', label: 'number', choose: true },
  { title: 'Money', kind: 'money', label: 'amount', choose: true },
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
      title: `${name}: several rows`,
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

const groups = computed<{ title: string; choices: Choice[] }[]>(() => [
  { title: 'Asked', choices: asked },
  {
    title: 'Of the person',
    choices: [
      ...PERSON_FIELDS.map((field) => ({
        title: PERSON_FIELD_TITLES[field],
        kind: 'person',
        options: { field },
        label: PERSON_FIELD_TITLES[field],
      })),
      { title: 'a field of one’s own …', kind: 'person', options: { field: 'piano' }, label: 'field', choose: true },
    ],
  },
  {
    title: 'Of mine',
    choices: [
      { title: 'my name', kind: 'sender', options: { field: 'name' }, label: 'my name' },
      ...account.settings!.fields.map(({ name }) => ({
        title: name,
        kind: 'sender',
        options: { field: name },
        label: name,
      })),
    ],
  },
  {
    title: 'Today',
    choices: TODAY_PARTS.map((part) => ({
      title: part === 'date' ? 'today' : part,
      kind: 'today',
      options: { part },
      label: part === 'date' ? 'today' : part,
    })),
  },
  {
    title: 'Their message',
    choices: MESSAGE_PARTS.map((part) => ({
      title: part,
      kind: 'message',
      options: { part },
      label: part.replace(/^an? /, ''),
      choose: true,
    })),
  },
  ...(fromLookups.value.length ? [{ title: 'Lookup', choices: fromLookups.value }] : []),
  {
    title: 'Reckoned',
    choices: [
      { title: 'Reckoned from other blanks', kind: 'reckoned', label: 'sum', choose: true },
      {
        title: 'A day reckoned from today',
        kind: 'date',
        options: { from: 'today', count: 14 },
        label: 'until',
        choose: true,
      },
      { title: 'Where the caret goes', kind: 'caret', label: 'caret' },
    ],
  },
]);

const more = useMoreTools();
/** The groups that stand in the first line; the others are there on demand, and when all are shown. */
const FIRST = ['Asked', 'Of the person', 'Their message', 'Lookup'];
const shown = computed(() => (more.value ? groups.value : groups.value.filter(({ title }) => FIRST.includes(title))));

const choose = ({ kind, options, label, choose: more }: Choice) =>
  emit('put', kind, { ...fresh(kind), ...structuredClone(toRaw(options)) }, label, more ?? false);
</script>

<template>
  <div class="palette" role="group" aria-label="Put a blank in">
    <span class="small soft">Blank:</span>
    <el-dropdown v-for="group in shown" :key="group.title" trigger="click" max-height="340" @command="choose">
      <button type="button" class="text-button">{{ group.title }} ▾</button>
      <template #dropdown>
        <el-dropdown-menu>
          <el-dropdown-item v-for="choice in group.choices" :key="choice.title" :command="choice">{{
            choice.title
          }}</el-dropdown-item>
        </el-dropdown-menu>
      </template>
    </el-dropdown>
    <span v-if="more" class="small soft hint">or type <kbd>[day]</kbd></span>
    <button
      v-if="more || passage"
      type="button"
      class="text-button"
      :disabled="!passage"
      title="Makes what is selected optional"
      @click="emit('passage')"
    >
      <Brackets :size="14" aria-hidden="true" />Optional passage
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
