<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core';
import type { HandsPage, HandsRow } from '#shared/types/hands';

useHead({ title: t('hands.pageTitle') });

const route = useRoute();
// A file dropped here goes nowhere, instead of taking the place of the application.
useFileDrop(
  () => {},
  () => false,
);
const handsId = computed(() => String(route.query.hands ?? ''));
const go = useChoosing();
const choose = (id: string, replace = false) => go(id ? { hands: id } : {}, replace);

const rows = shallowRef<HandsRow[] | null>(null);
const open = shallowRef<HandsPage | null>(null);
const problem = ref('');
const { done, add, close, undo } = useDone(problem);

async function list() {
  try {
    rows.value = await api<HandsRow[]>('/hands');
    problem.value = '';
  } catch (error) {
    problem.value = messageOf(error);
  }
}
async function read() {
  const id = handsId.value;
  // What is shown is what is named.
  if (open.value?.id !== id) open.value = null;
  if (!id) return;
  try {
    const page = await api<HandsPage>(`/hands/${id}`);
    if (handsId.value === id) open.value = page;
    problem.value = '';
  } catch (error) {
    if (handsId.value !== id) return;
    problem.value = messageOf(error);
    if (error instanceof ApiError && error.status === 404) open.value = null;
  }
}
watch(handsId, read);
/** What is said of the one that is open comes last. */
async function readAll() {
  await list();
  await read();
}
useChangedElsewhere(readAll);
/** How often it is asked for answers that came in. */
const LOOK_MS = 10_000;
useIntervalFn(() => void (document.visibilityState === 'visible' && read()), LOOK_MS);
onMounted(async () => {
  await readAll();
  if (!handsId.value && rows.value?.[0]) await choose(rows.value[0].id, true);
});

function onChanged(row: HandsRow) {
  if (open.value?.id === row.id) open.value = { ...open.value, ...row };
  rows.value = (rows.value ?? []).map((one) => (one.id === row.id ? row : one));
}
async function begin() {
  try {
    await beginLetter({});
  } catch (error) {
    problem.value = messageOf(error);
  }
}
const remove = once(async () => {
  const { id, version, lastDay, question } = open.value!;
  const change = (version: number, deleted: boolean) =>
    api<HandsRow>(`/hands/${id}`, { method: 'PUT', body: { version, lastDay, deleted } });
  try {
    const gone = await change(version, true);
    add({
      text: t('hands.isDeleted', { question }),
      async undo() {
        await change(gone.version, false);
        await list();
        await choose(id);
      },
    });
    // Another one that was opened meanwhile stays.
    const isOpen = open.value?.id === id;
    if (isOpen) open.value = null;
    await list();
    if (isOpen) await choose(rows.value?.[0]?.id ?? '', true);
  } catch (error) {
    problem.value = messageOf(error);
  }
});
</script>

<template>
  <div class="page">
    <h1 class="visually-hidden">{{ t('app.hands') }}</h1>
    <nav class="list" :aria-label="t('app.hands')">
      <button
        v-for="row in rows ?? []"
        :key="row.id"
        type="button"
        class="plain-button row"
        :class="{ current: row.id === handsId }"
        :aria-current="row.id === handsId || undefined"
        @click="choose(row.id)"
      >
        <span class="question" dir="auto">{{ row.question }}</span>
        <span class="small soft"
          >{{ t('hands.asked', { count: row.asked })
          }}<template v-if="row.lastDay">, {{ t('hands.until', { day: onDay(row.lastDay) }) }}</template></span
        >
      </button>
      <p v-if="!rows?.length && !problem" class="soft empty">{{ rows ? t('hands.noneHere') : t('hands.loading') }}</p>
    </nav>
    <div class="main">
      <DoneBar :done="done" @undo="undo" @close="close" />
      <p v-if="problem" class="notice bad" role="alert">
        {{ problem }}
        <button type="button" class="text-button" @click="readAll">{{ t('common.tryAgain') }}</button>
      </p>
      <HandsSheet
        v-if="open"
        :key="open.id"
        :hands="open"
        class="sheet"
        @replaced="(page) => (open = page)"
        @changed="onChanged"
        @remove="remove"
      />
      <section v-else-if="rows && !rows.length && !problem" class="none">
        <h2>{{ t('hands.none') }}</h2>
        <p>{{ t('hands.about') }}</p>
        <I18nT keypath="hands.how" tag="p" scope="global"
          ><template #key><KeyCaps command="askHands" /></template
        ></I18nT>
        <el-button type="primary" @click="begin">{{ t('desk.newMessage') }}</el-button>
      </section>
      <p v-else-if="rows?.length && !problem" class="soft empty">
        {{ handsId ? t('hands.loading') : t('hands.choose') }}
      </p>
    </div>
  </div>
</template>

<style scoped>
.page {
  height: 100%;
  min-width: 960px;
  display: grid;
  grid-template-columns: 276px minmax(0, 1fr);
}

.list {
  border-right: 1px solid var(--rule);
  background: var(--ground-deep);
  overflow-y: auto;
}

.row {
  width: 100%;
  display: grid;
  padding: 7px var(--s3) 8px;
  border-bottom: 1px solid var(--rule);
}

.row:hover {
  background: var(--ground);
}

.row.current {
  background: var(--sheet);
}

.row:focus-visible {
  outline-offset: -2px;
}

.question {
  font-weight: 500;
}

.main {
  display: flex;
  flex-direction: column;
  gap: var(--s2);
  min-height: 0;
  min-width: 0;
  padding: var(--s3) var(--s5) 0;
}

.sheet {
  flex: 1;
}

.empty {
  padding: var(--s4);
}

.none {
  display: grid;
  gap: var(--s3);
  justify-items: start;
  max-width: 560px;
  margin: var(--s5) auto 0;
}

.none h2 {
  font: 600 22px var(--serif);
}
</style>
