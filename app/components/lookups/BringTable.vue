<script setup lang="ts">
import { ValidationError } from 'yup';
import { firstProblem } from '#shared/schemas/problems';
import { lookupSchema, type LookupInput } from '#shared/schemas/lookup';
import { shownCell, type Ways } from '#core/lookup/cell';
import { propose, rowsOf, type Proposal } from '#core/lookup/csv';
import { decode, readTable } from '#core/text/csv';
import { COLUMN_TYPES, keyProblems, type Column, type ColumnType } from '#core/lookup/lookup';
import { useAccountStore } from '~/stores/account';

/** Makes a lookup of a CSV file or of cells copied from a spreadsheet, after they were looked at. */
const props = defineProps<{
  /** Files that were dropped. */
  files: FileList | null;
  ways: Ways;
  /** Keeps it as a lookup; resolves to whether it could. */
  keep: (lookup: LookupInput) => Promise<boolean | undefined>;
}>();
const emit = defineEmits<{ close: [] }>();

const { account } = useAccountStore();
const SHOWN = 6;
const LARGEST = 30_000_000;
// Cells that were pasted and not kept are here again when one comes back.
const journal = journalOf<{ name: string; pasted: string; proposal: Proposal | null }>(account!.id, 'table');
const before = journal.read();
/** What is shown was read from a file; cells that were pasted wait in the journal meanwhile. */
let fromFile = false;
const forget = () => fromFile || journal.drop();
const name = ref(before?.name ?? '');
const pasted = ref(before?.pasted ?? '');
const cells = shallowRef<string[][]>([]);
const read = ref('');
const unnamed = (n: number) => t('lookups.columnN', { n });
const proposal = shallowRef<Proposal | null>(null);
const problem = ref('');

function take(text: string, how: string) {
  problem.value = '';
  const table = readTable(text);
  cells.value = table.cells;
  read.value = [how, say(table.read)].filter(Boolean).join(', ');
  proposal.value = table.cells.length ? propose(table.cells, props.ways, unnamed) : null;
  if (!table.cells.length) problem.value = t('lookups.noCells');
}

async function choose(event: Event) {
  const input = event.target as HTMLInputElement;
  await readFile(input.files);
  input.value = '';
}
/** The name that came with the file read before. */
let named = '';
const reading = lastAsked();
/** Reads the first of some files: a lookup is made of one table. */
async function readFile(files: FileList | null) {
  const [file] = files ?? [];
  if (!file) return;
  const isLast = reading();
  const bytes = file.size > LARGEST ? null : new Uint8Array(await file.arrayBuffer());
  if (!isLast()) return;
  if (!bytes) return void (problem.value = t('lookups.fileTooLarge'));
  const { text, encoding } = decode(bytes);
  if (text.includes('\0')) return void (problem.value = t('lookups.noTable', { name: file.name }));
  fromFile = true;
  pasted.value = '';
  if (!name.value || name.value === named) name.value = named = file.name.replace(/\.[^.]+$/, '');
  take(text, encoding);
  if (files!.length > 1) problem.value = t('lookups.firstFile', { name: file.name });
}
watch(() => props.files, readFile, { immediate: true });
watch(pasted, (text) => {
  if (!text.trim()) return;
  fromFile = false;
  take(text, '');
});
if (pasted.value.trim()) {
  take(pasted.value, '');
  proposal.value = before!.proposal ?? proposal.value;
}
watch([name, pasted, proposal], () => {
  if (pasted.value.trim()) journal.write({ name: name.value, pasted: pasted.value, proposal: proposal.value });
  else forget();
});
function leave() {
  forget();
  emit('close');
}

const setNamed = (named: boolean) => (proposal.value = propose(cells.value, props.ways, unnamed, named));
const setKey = (keyColumn: string) => (proposal.value = { ...proposal.value!, keyColumn });
function setColumn(i: number, part: Partial<Column>) {
  const columns = proposal.value!.columns.map((column, j) => (i === j ? { ...column, ...part } : column));
  proposal.value = { ...proposal.value!, columns };
}

const rows = computed(() => (proposal.value ? rowsOf(cells.value, proposal.value, props.ways) : []));
const problems = computed(() => (proposal.value ? keyProblems(rows.value, proposal.value.keyColumn) : []));
const keyName = computed(() => proposal.value?.columns.find(({ id }) => id === proposal.value?.keyColumn)?.name);
/** Lines as the file counts them. */
const lines = (list: number[]) => {
  const first = proposal.value?.named ? 2 : 1;
  const shown = list
    .slice(0, 4)
    .map((row) => row + first)
    .join(', ');
  return t('lookups.lines', {
    list: list.length > 4 ? t('lookups.andMore', { list: shown, more: list.length - 4 }) : shown,
    count: list.length,
  });
};

async function make() {
  problem.value = '';
  const { columns, keyColumn } = proposal.value!;
  try {
    const lookup = await lookupSchema.validate({ name: name.value, columns, keyColumn, rows: rows.value });
    if (await props.keep(lookup as LookupInput)) forget();
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    problem.value = say(firstProblem(error));
  }
}
</script>

<template>
  <section class="bring" :aria-label="t('lookups.lookupFromTable')">
    <p class="soft">
      {{ t('lookups.fromTableAbout') }}
    </p>
    <div class="sources">
      <el-input
        v-model="pasted"
        type="textarea"
        :rows="3"
        :aria-label="t('lookups.cellsFromSpreadsheet')"
        :placeholder="t('lookups.pasteHere')"
      />
      <label class="file"
        ><span class="text-button">{{ t('lookups.chooseCSVFile') }}</span
        ><input
          type="file"
          accept=".csv,.tsv,.txt,text/csv,text/tab-separated-values"
          class="visually-hidden"
          :aria-label="t('lookups.csvFile')"
          @change="choose"
      /></label>
    </div>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
    <template v-if="proposal">
      <div class="what">
        <label for="table-name">{{ t('common.name') }}</label>
        <el-input
          id="table-name"
          v-model="name"
          maxlength="100"
          class="name"
          :placeholder="t('lookups.suchAsPrices')"
        />
        <el-checkbox
          :model-value="proposal.named"
          :label="t('lookups.firstLineNames')"
          @change="(on) => setNamed(Boolean(on))"
        />
        <span class="small soft">{{ t('lookups.rowsRead', { length: rows.length.toLocaleString(), read }) }}</span>
      </div>
      <div class="preview" tabindex="0">
        <table>
          <thead>
            <tr>
              <th v-for="(column, i) in proposal.columns" :key="column.id" scope="col">
                <HeldInput
                  class="field"
                  :value="column.name"
                  :aria-label="t('lookups.columnNameField', { number: i + 1 })"
                  @change="(name) => setColumn(i, { name })"
                />
                <select
                  :value="column.type"
                  :aria-label="t('lookups.columnTypeField', { number: i + 1 })"
                  @change="(e) => setColumn(i, { type: (e.target as HTMLSelectElement).value as ColumnType })"
                >
                  <option v-for="type in COLUMN_TYPES" :key="type" :value="type">
                    {{ t(`names.columnType.${camel(type)}`) }}
                  </option>
                </select>
                <label class="small"
                  ><input
                    type="radio"
                    name="new-key"
                    :checked="column.id === proposal.keyColumn"
                    @change="setKey(column.id)"
                  />
                  {{ t('lookups.key') }}</label
                >
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, i) in rows.slice(0, SHOWN)" :key="i">
              <td v-for="column in proposal.columns" :key="column.id" dir="auto">
                {{ shownCell(row[column.id] ?? '', column.type, ways) }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <ul v-if="problems.length" class="problems" :aria-label="t('lookups.keyProblems')">
        <li v-for="one in problems.slice(0, 6)" :key="one.rows[0]">
          <template v-if="one.kind === 'empty'">{{
            t('lookups.keyMissing', { keyName: keyName ?? '', lines: lines(one.rows) })
          }}</template>
          <template v-else>{{ t('lookups.keyTwice', { key: one.key, lines: lines(one.rows) }) }}</template>
        </li>
        <li v-if="problems.length > 6">{{ t('lookups.moreProblems', { number: problems.length - 6 }) }}</li>
        <li class="soft">
          {{ t('lookups.keysNeeded') }}
        </li>
      </ul>
    </template>
    <footer class="foot">
      <button type="button" class="text-button" @click="leave">{{ t('common.close') }}</button>
      <el-button type="primary" :disabled="!proposal || problems.length > 0" @click="make">{{
        t('lookups.keepAsLookup')
      }}</el-button>
    </footer>
  </section>
</template>

<style scoped>
.bring {
  display: flex;
  flex-direction: column;
  gap: var(--s3);
  min-height: 0;
  overflow-y: auto;
}

.sources {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: var(--s3);
  align-items: center;
}

.what {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--s2) var(--s3);
}

.name {
  width: 220px;
}

.preview {
  overflow: auto;
  flex: none;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}

table {
  border-collapse: collapse;
  width: 100%;
}

th,
td {
  border-bottom: 1px solid var(--rule);
  padding: 4px 8px;
  text-align: left;
  font-weight: 400;
  white-space: nowrap;
  max-width: 260px;
  overflow: hidden;
  text-overflow: ellipsis;
}

th {
  overflow: visible;
}

th .field {
  display: block;
  min-height: 26px;
  padding: 2px 6px;
  margin-bottom: 3px;
  font-weight: 600;
}

select {
  border: 0;
  background: none;
  color: var(--ink-soft);
}

.problems {
  margin: 0;
  padding-left: 1.2em;
  color: var(--warn);
}

.foot {
  display: flex;
  justify-content: flex-end;
  align-items: center;
  gap: var(--s3);
}

.file:focus-within .text-button {
  outline: 2px solid var(--green);
}
</style>
