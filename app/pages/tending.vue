<script setup lang="ts">
import { tendingKey, type Tending } from '#core/tending/key';
import { dayAt } from '#core/calendar/day';
import type { LearntEdit } from '#core/edits/learnt';
import type { Note } from '#shared/types/wire';
import type { Node } from '@tiptap/pm/model';
import type { DocJson } from '#core/note/schema';
import { useAccountStore } from '~/stores/account';
import { useNotesStore } from '~/stores/notes';

useHead({ title: t('tending.pageTitle') });

/** So many letters are named that something was learnt from, and so much of a wording is shown. */
const SHOWN = 5;
const LONGEST = 140;

const account = useAccountStore();
const notes = useNotesStore();
useWorkTime('library');
// A file dropped here goes nowhere, instead of taking the place of the application.
useFileDrop(
  () => {},
  () => false,
);
const found = shallowRef<Tending[] | null>(null);
const problem = ref('');
const { done, add, close, undo } = useDone(problem);

async function read() {
  try {
    const [all] = await Promise.all([api<Tending[]>('/tending'), notes.load()]);
    found.value = all;
    problem.value = '';
    await nextTick();
    // The arrow keys work from the start.
    if (document.activeElement === document.body) focus(0);
  } catch (error) {
    problem.value = messageOf(error);
  }
}
onMounted(read);

const onDate = (at: number) => when(at, account.settings!.locale, account.settings!.timeZone, false);
const nameOf = (id: string) => notes.byId.get(id)?.name ?? '';
/** What is gone meanwhile wants nothing any more. */
const rows = computed(() =>
  (found.value ?? [])
    .filter((one) => notes.byId.has(one.note) && (!('other' in one) || notes.byId.has(one.other)))
    .map((one) => ({ one, key: tendingKey(one), name: nameOf(one.note), text: words(one) })),
);
function words(one: Tending): string {
  if (one.kind === 'never-used')
    return t('tending.neverUsed', { day: onDay(dayAt(one.since, account.settings!.timeZone)) });
  if (one.kind === 'nearly-same') return t('tending.nearlySame', { other: nameOf(one.other) });
  if (one.kind === 'day-over') return t('tending.dayOver', { day: onDay(one.day) });
  if (one.kind === 'lookup-gone') return t('tending.lookupGone');
  if (one.kind === 'no-currency') return t('tending.noCurrency', { label: one.label });
  if (one.kind === 'names-client') return t('tending.namesClient', { said: one.said });
  if (one.kind === 'cue-accident')
    return t('tending.cueAccident', { cue: one.cue, count: one.count, messages: one.messages });
  if (one.kind === 'always-same')
    return t('tending.alwaysSame', { label: one.label, answer: one.answer, count: one.count });
  if (one.kind === 'goes-with') return t('tending.goesWith', { other: nameOf(one.other), count: one.count });
  return edited(one.edit);
}
const short = (text: string) => (text.length > LONGEST ? `${text.slice(0, LONGEST).trimEnd()} …` : text).trim();
/** What is changed again and again in a note, in words. */
function edited({ kind, before, after, count, of }: LearntEdit): string {
  const what = { before: short(before), after: after.map(short).join('”, “'), count, of };
  if (kind === 'optional') return before ? t('tending.leftOut', what) : t('tending.sometimesIn', what);
  if (kind === 'choice') return t('tending.oneOf', what);
  if (kind === 'blank') return t('tending.otherwise', what);
  if (!before) return t('tending.alwaysIn', what);
  return after[0] ? t('tending.became', what) : t('tending.takenOut', what);
}

/** Takes a row off the list; the focus goes to what took its place. */
async function takeOff(key: string) {
  const at = rows.value.findIndex((row) => row.key === key);
  found.value = (found.value ?? []).filter((one) => tendingKey(one) !== key);
  await nextTick();
  focus(Math.min(at, rows.value.length - 1));
}
/** After an undo the row is there again, and the keys go on from it. */
async function bringBack(key: string) {
  await read();
  await nextTick();
  focus(rows.value.findIndex((row) => row.key === key));
}
const list = ref<HTMLElement>();
const focus = (at: number) => (list.value?.children[at] as HTMLElement | undefined)?.focus();

async function attempt(work: () => Promise<void>) {
  try {
    problem.value = '';
    await work();
  } catch (error) {
    problem.value = messageOf(error);
  }
}
const open = (id: string) => navigateTo({ path: '/library', query: { note: id } });
const leave = (one: Tending) =>
  attempt(async () => {
    const about = tendingKey(one);
    await api('/tending/left', { method: 'POST', body: { about } });
    add({
      text: t('tending.isLeft', { name: nameOf(one.note) }),
      async undo() {
        await api('/tending/left', { method: 'POST', body: { about, left: false } });
        await bringBack(about);
      },
    });
    await takeOff(about);
  });
const remove = once(
  (one: Tending) =>
    attempt(async () => {
      const name = nameOf(one.note);
      const back = await notes.remove([one.note]);
      add({
        text: t('tending.isDeleted', { name }),
        async undo() {
          await back();
          await bringBack(tendingKey(one));
        },
      });
      await takeOff(tendingKey(one));
    }),
  tendingKey,
);
/** Changes a note; what is not to be done answers with null. */
const changeNote = (
  one: Tending,
  change: (note: Note) => Promise<Partial<Note> | null>,
  text: (name: string) => string,
) =>
  attempt(async () => {
    const { version, ...note } = await notes.read(one.note, true);
    const part = await change({ version, ...note });
    if (!part) return void (problem.value = t('tending.saysOther', { name: note.name }));
    const back = notes.backTo(note, await notes.change(note.id, version, { ...note, ...part }));
    add({
      text: text(note.name),
      open: () => open(note.id),
      async undo() {
        await back();
        await bringBack(tendingKey(one));
      },
    });
    await takeOff(tendingKey(one));
  });
const takeCueOff = (one: Tending) =>
  changeNote(
    one,
    async () => ({ cue: '' }),
    (name) => t('tending.cueIsOff', { name }),
  );
const isChanged = (name: string) => t('tending.isChanged', { name });
const bodyOf = async ({ body }: Note, change: (doc: Node) => Node | null) => {
  const { parseDoc } = await import('#core/note/schema');
  const made = change(parseDoc(body));
  return made && { body: made.toJSON() as DocJson };
};
const makeEdit = (one: Tending & { kind: 'learnt-edit' }) =>
  changeNote(
    one,
    async (note) => {
      const { withEdit } = await import('#core/edits/apply');
      return bodyOf(note, (doc) => withEdit(doc, one.edit));
    },
    isChanged,
  );
const makeDefault = (one: Tending & { kind: 'always-same' }) =>
  changeNote(
    one,
    async (note) => {
      const { withDefault } = await import('#core/edits/default');
      return bodyOf(note, (doc) => withDefault(doc, one.label, one.answer));
    },
    isChanged,
  );

/** What can be done with what was found, each with its key. */
function onKey(event: KeyboardEvent, one: Tending, at: number) {
  if (event.ctrlKey || event.altKey || event.metaKey || event.target !== event.currentTarget) return;
  const act = {
    ArrowDown: () => focus(Math.min(at + 1, rows.value.length - 1)),
    ArrowUp: () => focus(Math.max(at - 1, 0)),
    Enter: () => open(one.note),
    Delete: () => remove(one),
    l: () => leave(one),
    c: () => one.kind === 'cue-accident' && takeCueOff(one),
    m: () => (one.kind === 'learnt-edit' ? makeEdit(one) : one.kind === 'always-same' && makeDefault(one)),
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
    <h1 class="title">{{ t('tending.title') }}</h1>
    <DoneBar :done="done" @undo="undo" @close="close" />
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }} <button type="button" class="text-button" @click="read">{{ t('common.tryAgain') }}</button>
    </p>
    <p v-if="!found && !problem" class="soft">{{ t('tending.loading') }}</p>
    <p v-else-if="found && !rows.length" class="soft">{{ t('tending.nothing') }}</p>
    <template v-else-if="found">
      <p class="small soft">{{ t('tending.about') }}</p>
      <ul ref="list" class="found">
        <li
          v-for="({ one, key, name, text }, i) in rows"
          :key="key"
          tabindex="0"
          :aria-label="`${name}: ${text}`"
          @keydown="(event) => onKey(event, one, i)"
        >
          <p class="name" dir="auto">{{ name }}</p>
          <p class="what" dir="auto">{{ text }}</p>
          <p v-if="one.kind === 'learnt-edit'" class="shown" dir="auto">
            {{ one.edit.lead }}<del v-if="one.edit.before">{{ short(one.edit.before) }}</del
            >{{ ' ' }}<ins v-if="one.edit.after.some(Boolean)">{{ one.edit.after.map(short).join(' / ') }}</ins
            >{{ one.edit.trail }}
          </p>
          <p v-if="one.kind === 'learnt-edit'" class="small soft">
            {{ t('tending.learntFrom') }}
            <template v-for="(letter, n) in one.letters.slice(0, SHOWN)" :key="letter.message"
              ><template v-if="n">, </template
              ><NuxtLink :to="{ path: '/', query: { message: letter.message } }">{{
                t('tending.letter', { to: letter.to || t('repeated.nobody'), day: onDate(letter.at) })
              }}</NuxtLink></template
            >
          </p>
          <p class="acts">
            <button type="button" class="text-button small" @click="open(one.note)">
              {{ t('common.open') }} <kbd>Enter</kbd>
            </button>
            <button v-if="'other' in one" type="button" class="text-button small" @click="open(one.other)">
              {{ t('tending.openOther', { name: nameOf(one.other) }) }}
            </button>
            <button v-if="one.kind === 'cue-accident'" type="button" class="text-button small" @click="takeCueOff(one)">
              {{ t('tending.takeCueOff') }} <kbd>C</kbd>
            </button>
            <button v-if="one.kind === 'learnt-edit'" type="button" class="text-button small" @click="makeEdit(one)">
              {{ t(`tending.make.${one.edit.kind}`) }} <kbd>M</kbd>
            </button>
            <button v-if="one.kind === 'always-same'" type="button" class="text-button small" @click="makeDefault(one)">
              {{ t('tending.makeDefault') }} <kbd>M</kbd>
            </button>
            <button type="button" class="text-button small" @click="remove(one)">
              {{ t('common.delete') }} <kbd>Delete</kbd>
            </button>
            <button type="button" class="text-button small" @click="leave(one)">
              {{ t('tending.leave') }} <kbd>L</kbd>
            </button>
          </p>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped src="../styles/findings.css"></style>
<style scoped>
li {
  padding: var(--s2) var(--s3);
  border-bottom: 1px solid var(--rule);
}

li:focus {
  background: var(--sheet);
}

.name {
  font: 600 15px var(--serif);
}

.shown {
  font-family: var(--serif);
}

del {
  color: var(--ink-soft);
}

ins {
  text-decoration: underline;
  text-decoration-color: var(--green);
  text-underline-offset: 3px;
}
</style>
