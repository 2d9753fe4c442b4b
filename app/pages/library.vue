<script setup lang="ts">
import { Plus, Search } from 'lucide-vue-next';
import type { Message, Note, NoteRow, Person } from '#shared/types/wire';
import type { Origin } from '../../core/blank/candidates';
import { docFromText, parseDoc, type DocJson } from '../../core/note/schema';
import { withoutSignature } from '../../core/note/signature';
import { splitName } from '../../core/person/name';
import { useAccountStore } from '~/stores/account';
import { useNotesStore } from '~/stores/notes';

useHead({ title: 'Library · Jar Note' });

const notes = useNotesStore();
const account = useAccountStore();
const route = useRoute();

const query = ref('');
const found = shallowRef<NoteRow[] | null>(null);
watch([query, () => notes.rows], async ([text]) => {
  const hits = text.trim() ? (await notes.search(text, 500)).map(({ row }) => row) : null;
  if (text === query.value) found.value = hits;
});
const shown = computed(() => found.value ?? notes.rows);

const noteId = computed(() => String(route.query.note ?? ''));
/** The sent message a new note is made of. */
const fromId = computed(() => String(route.query.from ?? ''));
const start = shallowRef<{ name: string; subject: DocJson; body: DocJson; origin: Origin } | null>(null);

async function readStart() {
  start.value = null;
  if (!fromId.value) return;
  const message = await api<Message>(`/messages/${fromId.value}`);
  const [to] = message.to;
  const [person] = to ? await api<Person[]>('/people', { query: { address: to.address } }) : [];
  const named = splitName(to?.name ?? '');
  const plain = message.text.own.replace(/\n-- \n[\s\S]*$/, '');
  start.value = {
    name: message.subject.replace(/^(re\s*:\s*)+/i, ''),
    subject: docFromText(message.subject.replace(/^(re\s*:\s*)+/i, '')),
    body: withoutSignature(
      parseDoc(docFromText(plain.trim())),
      parseDoc(account.settings!.signature),
    ).toJSON() as DocJson,
    origin: {
      firstName: person?.firstName || named.firstName,
      lastName: person?.lastName || named.lastName,
      fullName: person?.fullName || named.fullName,
      company: person?.company ?? '',
      address: to?.address ?? '',
    },
  };
}
const note = shallowRef<Note | null>(null);
const problem = ref('');
/** A note just deleted, until it is too late to bring it back from here. */
const deleted = shallowRef<NoteRow | null>(null);

const choose = (id: string) => navigateTo({ query: id ? { note: id } : {} });

async function open() {
  problem.value = '';
  try {
    if (noteId.value === 'new') await readStart();
    if (!noteId.value || noteId.value === 'new') return void (note.value = null);
    note.value = await notes.read(noteId.value);
  } catch (error) {
    note.value = null;
    problem.value = messageOf(error);
  }
}
watch(noteId, open);
onMounted(async () => {
  await notes.load();
  await open();
});

async function kept(fresh: Note) {
  note.value = fresh;
  if (noteId.value === 'new') await choose(fresh.id);
}

async function remove() {
  const gone = notes.byId.get(note.value!.id)!;
  try {
    await notes.remove(gone.id);
    deleted.value = gone;
    await choose('');
  } catch (error) {
    problem.value = messageOf(error);
  }
}

async function bringBack() {
  const gone = deleted.value!;
  deleted.value = null;
  try {
    await notes.restore(gone.id);
    await choose(gone.id);
  } catch (error) {
    problem.value = messageOf(error);
  }
}

const lastUsed = (lastUsed: number) =>
  lastUsed ? when(lastUsed, account.settings!.locale, account.settings!.timeZone, false) : 'never';
const rowClass = ({ row }: { row: { id?: string } }) => (row.id === noteId.value ? 'current' : '');
const onBench = computed(
  () => (noteId.value === 'new' && (!fromId.value || Boolean(start.value))) || Boolean(note.value),
);
</script>

<template>
  <div class="library" :class="{ bench: onBench }">
    <h1 class="visually-hidden">Library</h1>
    <section class="list" aria-label="Notes">
      <header class="head">
        <el-input
          v-model="query"
          placeholder="Find a note by any word"
          aria-label="Find a note"
          clearable
          class="search"
        >
          <template #prefix><Search :size="14" aria-hidden="true" /></template>
        </el-input>
        <button type="button" class="text-button" @click="choose('new')">
          <Plus :size="14" aria-hidden="true" />New note
        </button>
      </header>
      <p v-if="deleted" class="notice" role="status">
        “{{ deleted.name }}” is deleted. <button type="button" class="text-button" @click="bringBack">Undo</button>
      </p>
      <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <p v-if="notes.state === 'failed'" class="notice bad" role="alert">
        {{ notes.problem }} <button type="button" class="text-button" @click="notes.load(true)">Try again</button>
      </p>
      <p v-else-if="notes.state === 'loading'" class="soft state">Fetching your notes …</p>
      <div v-else-if="!notes.rows.length" class="soft state">
        <p>Your library is empty.</p>
        <p>
          Write the wording you use most as a note, mark what changes from client to client as a blank, and it is at
          hand on the Desk.
        </p>
      </div>
      <el-table
        v-else
        :data="shown"
        height="100%"
        size="small"
        :row-class-name="rowClass"
        empty-text="No note holds these words."
        @row-click="(row: NoteRow) => choose(row.id)"
      >
        <el-table-column label="Name" prop="name" sortable min-width="170">
          <template #default="{ row }">
            <button type="button" class="plain-button name" @click.stop="choose(row.id)">{{ row.name }}</button>
          </template>
        </el-table-column>
        <el-table-column v-if="!onBench" label="Begins" prop="bodyText" min-width="320" show-overflow-tooltip>
          <template #default="{ row }"
            ><span class="soft">{{ row.bodyText.replace(/\s+/g, ' ') }}</span></template
          >
        </el-table-column>
        <el-table-column v-if="!onBench" label="Pinned" prop="pinned" sortable width="90"
          ><template #default="{ row }">{{ row.pinned ? 'pinned' : '' }}</template></el-table-column
        >
        <el-table-column label="Used" prop="used" sortable width="76" align="right" />
        <el-table-column v-if="!onBench" label="Last used" prop="lastUsed" sortable width="112"
          ><template #default="{ row }">{{ lastUsed(row.lastUsed) }}</template></el-table-column
        >
      </el-table>
    </section>
    <NoteBench
      v-if="onBench"
      :key="noteId"
      :note="note"
      :start="start"
      class="on-bench"
      @kept="kept"
      @remove="remove"
      @close="choose('')"
    />
  </div>
</template>

<style scoped>
.library {
  height: 100%;
  min-width: 960px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
}

.library.bench {
  grid-template-columns: 330px minmax(0, 1fr);
}

.list {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding: var(--s2) var(--s3);
}

.library.bench .list {
  border-right: 1px solid var(--rule);
}

.head {
  display: flex;
  align-items: center;
  gap: var(--s3);
  padding-bottom: var(--s2);
}

.search {
  max-width: 320px;
}

.notice {
  margin-bottom: var(--s2);
}

.state {
  padding: var(--s6);
  max-width: 520px;
}

.list :deep(.el-table) {
  --el-table-header-bg-color: var(--ground);
  --el-table-bg-color: var(--ground);
  --el-table-tr-bg-color: var(--ground);
  --el-table-header-text-color: var(--ink-soft);
  --el-table-row-hover-bg-color: var(--ground-deep);
  --el-table-border-color: var(--rule);
  flex: 1;
  min-height: 0;
  cursor: default;
}

.list :deep(.current) {
  --el-table-tr-bg-color: var(--sheet);
}

.name {
  font: 14.5px var(--serif);
}

.on-bench {
  padding: var(--s2) var(--s4) 0;
}
</style>
