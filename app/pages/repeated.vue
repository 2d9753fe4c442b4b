<script setup lang="ts">
import { dayAt } from '#core/calendar/day';
import type { RepeatedList, RepeatedWording } from '#shared/types/repeated';
import { useAccountStore } from '~/stores/account';
import { useRepeatedStore } from '~/stores/repeated';

useHead({ title: t('repeated.pageTitle') });

const account = useAccountStore();
const repeated = useRepeatedStore();
useWorkTime('library');
// A file dropped here goes nowhere, instead of taking the place of the application.
useFileDrop(
  () => {},
  () => false,
);
const found = shallowRef<RepeatedList | null>(null);
const problem = ref('');
const { done, add, close, undo } = useDone(problem);

/** So long until it is asked how far the looking through has come. */
const AGAIN_MS = 4_000;
let timer: ReturnType<typeof setTimeout>;
async function read() {
  clearTimeout(timer);
  try {
    const hadRows = rows.value.length > 0;
    found.value = await api<RepeatedList>('/repeated');
    problem.value = '';
    if (found.value.toRead) timer = setTimeout(read, AGAIN_MS);
    await nextTick();
    // The arrow keys work from the start.
    if (!hadRows && document.activeElement === document.body) focus(0);
  } catch (error) {
    problem.value = messageOf(error);
  }
}
onMounted(read);
onBeforeUnmount(() => clearTimeout(timer));

const isOff = computed(() => !account.settings!.knows.includes('wording'));
const rows = computed(() => found.value?.wordings ?? []);
const onDate = (at: number) => onDay(dayAt(at, account.settings!.timeZone));
const textOf = (parts: (typeof rows.value)[number]['parts']) =>
  parts.map((part) => (typeof part === 'string' ? part : `[${part.blank.label}]`)).join('');
const valuesOf = (values: string[]) => t('repeated.values', { values: values.slice(0, 4).join(', ') });

/** The letters of the one that is opened. */
const opened = shallowRef<RepeatedWording | null>(null);
async function show(id: string) {
  if (opened.value?.id === id) return void (opened.value = null);
  await attempt(async () => {
    opened.value = await api<RepeatedWording>(`/repeated/${id}`);
  });
}

const list = ref<HTMLElement>();
const focus = (at: number) => (list.value?.children[at] as HTMLElement | undefined)?.focus();
/** Takes a row off the list; the focus goes to what took its place. */
async function takeOff(id: string) {
  const at = rows.value.findIndex((row) => row.id === id);
  found.value = { ...found.value!, wordings: rows.value.filter((row) => row.id !== id) };
  await nextTick();
  focus(Math.min(at, rows.value.length - 1));
}

/** After an undo the row is there again, and the keys go on from it. */
async function bringBack(id: string) {
  await read();
  await nextTick();
  focus(rows.value.findIndex((row) => row.id === id));
}

let isBusy = false;
async function attempt(work: () => Promise<void>) {
  // A key pressed twice does it once.
  if (isBusy) return;
  isBusy = true;
  try {
    problem.value = '';
    await work();
  } catch (error) {
    problem.value = messageOf(error);
  } finally {
    isBusy = false;
  }
}
const keep = (id: string) =>
  attempt(async () => {
    const kept = await repeated.keep(id, toRaw(rows.value.find((row) => row.id === id)?.parts));
    add({
      text: t('repeated.isKept', { name: kept.note.name }),
      open: () => navigateTo({ path: '/library', query: { note: kept.note.id } }),
      undo: () => kept.undo().then(() => bringBack(id)),
    });
    await takeOff(id);
  });
const leave = (id: string) =>
  attempt(async () => {
    await repeated.change(id, 'left');
    add({ text: t('repeated.isLeft'), undo: () => repeated.change(id, 'open').then(() => bringBack(id)) });
    await takeOff(id);
  });
const anew = () =>
  attempt(async () => {
    await api('/repeated/anew', { method: 'POST' });
    await read();
  });

function onKey(event: KeyboardEvent, id: string, at: number) {
  if (event.ctrlKey || event.altKey || event.metaKey || event.target !== event.currentTarget) return;
  const act = {
    ArrowDown: () => focus(Math.min(at + 1, rows.value.length - 1)),
    ArrowUp: () => focus(Math.max(at - 1, 0)),
    Enter: () => keep(id),
    ' ': () => show(id),
    l: () => leave(id),
  }[event.key];
  if (!act) return;
  event.preventDefault();
  // A key held down goes along the list; it does nothing else to all of it.
  if (event.repeat && !event.key.startsWith('Arrow')) return;
  void act();
}
</script>

<template>
  <div class="page">
    <h1 class="title">{{ t('repeated.title') }}</h1>
    <DoneBar :done="done" @undo="undo" @close="close" />
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }} <button type="button" class="text-button" @click="read">{{ t('common.tryAgain') }}</button>
    </p>
    <p v-if="isOff" class="soft">{{ t('repeated.off') }}</p>
    <p v-else-if="!found && !problem" class="soft">{{ t('repeated.loading') }}</p>
    <template v-else-if="found">
      <p v-if="found.toRead" class="small" role="status">{{ t('repeated.reading', { count: found.toRead }) }}</p>
      <p v-if="!rows.length && !found.toRead" class="soft">{{ t('repeated.nothing') }}</p>
      <p v-else-if="rows.length" class="small soft">{{ t('repeated.about') }}</p>
      <ul ref="list" class="found">
        <li
          v-for="(row, i) in rows"
          :key="row.id"
          tabindex="0"
          :aria-label="textOf(row.parts)"
          @keydown="(event) => onKey(event, row.id, i)"
        >
          <p class="wording" dir="auto">
            <template v-for="(part, n) in row.parts" :key="n"
              ><template v-if="typeof part === 'string'">{{ part }}</template
              ><span v-else class="varies" :title="valuesOf(part.values)">{{ part.blank.label }}</span></template
            >
          </p>
          <p class="small soft">{{ t('repeated.written', { count: row.count, day: onDate(row.last) }) }}</p>
          <p class="acts">
            <button type="button" class="text-button small" @click="keep(row.id)">
              {{ t('repeated.keep') }} <kbd>Enter</kbd>
            </button>
            <button
              type="button"
              class="text-button small"
              :aria-expanded="opened?.id === row.id"
              @click="show(row.id)"
            >
              {{ opened?.id === row.id ? t('repeated.hide') : t('repeated.show') }} <kbd>{{ t('repeated.space') }}</kbd>
            </button>
            <button type="button" class="text-button small" @click="leave(row.id)">
              {{ t('repeated.leave') }} <kbd>L</kbd>
            </button>
          </p>
          <ul v-if="opened?.id === row.id" class="letters" :aria-label="t('repeated.letters')">
            <li v-for="letter in opened.letters" :key="letter.message">
              <NuxtLink :to="{ path: '/', query: { message: letter.message } }" class="small">{{
                t('repeated.to', {
                  person: letter.to?.name || letter.to?.address || t('repeated.nobody'),
                  day: onDate(letter.at),
                })
              }}</NuxtLink>
              <p dir="auto">{{ letter.text }}</p>
            </li>
          </ul>
        </li>
      </ul>
      <p class="anew">
        <button type="button" class="text-button small" @click="anew">{{ t('repeated.anew') }}</button>
      </p>
    </template>
  </div>
</template>

<style scoped src="../styles/findings.css"></style>
<style scoped>
.found > li {
  padding: var(--s3);
  border-bottom: 1px solid var(--rule);
}

.found > li:focus {
  background: var(--sheet);
}

.wording {
  font-family: var(--serif);
  font-size: 15px;
  line-height: 1.55;
  white-space: pre-line;
}

.varies {
  color: var(--apricot-ink);
  border-bottom: 1.5px solid var(--apricot);
  padding: 0 3px;
}

.letters {
  list-style: none;
  margin: var(--s2) 0 0;
  padding: 0 0 0 var(--s4);
  border-left: 2px solid var(--rule);
}

.letters li {
  padding: var(--s1) 0;
}

.anew {
  margin-top: var(--s4);
}
</style>
