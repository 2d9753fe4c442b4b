<script setup lang="ts">
import { useVirtualList } from '@vueuse/core';
import type { ImportChoice, ImportItem, ImportVerdict } from '#shared/types/wire';

/** What files bring, before any of it is taken: what is new, what is there already, what is there otherwise. */
const props = defineProps<{ work: ReturnType<typeof useNoteImport> }>();
const emit = defineEmits<{ close: []; undo: [] }>();

const { current, step, progress, problem } = props.work;

/** What came otherwise than it stood in its file, to be looked at when all is done. */
const REMARKS = {
  verdict: 'remark',
  title: t('library.worthLook'),
  about: t('library.worthLookAbout'),
} as const;
/** Files of people hold nothing else. */
const isOfPeople = () =>
  items.value.some(({ kind }) => kind === 'person') && !items.value.some(({ kind }) => kind === 'note');
const GROUPS = (): { verdict: ImportVerdict; title: string; about: string }[] => [
  isOfPeople()
    ? { verdict: 'conflict', title: t('people.conflictTitle'), about: t('people.conflictAbout') }
    : { verdict: 'conflict', title: t('library.ofSameName'), about: t('library.sameNameAbout') },
  { verdict: 'new', title: t('library.new'), about: isOfPeople() ? '' : t('library.newAbout') },
  { verdict: 'same', title: t('library.alreadyThere'), about: t('library.alreadyThereAbout') },
  { verdict: 'problem', title: t('library.couldNotBeRead'), about: '' },
];
const KINDS: Record<ImportItem['kind'], string> = {
  note: t('library.note'),
  shelf: t('library.shelf'),
  lookup: t('common.lookup'),
  person: t('library.person'),
  sender: t('common.settings'),
  routine: t('library.routine'),
  problem: '',
};

const items = computed(() => current.value?.items ?? []);
const remarks = computed(() =>
  step.value === 'done' ? items.value.filter(({ verdict, problem }) => problem && verdict !== 'problem') : [],
);
/** One's own name, fields and signature are no notes, and stay unless one says otherwise. */
const OWN = {
  verdict: 'own',
  title: t('library.aboutYourself'),
  about: t('library.aboutYourselfAbout'),
} as const;
const groups = computed(() =>
  [
    { ...REMARKS, items: remarks.value },
    ...GROUPS().map((group) => ({
      ...group,
      items: items.value.filter(({ verdict, kind }) => verdict === group.verdict && kind !== 'sender'),
    })),
    { ...OWN, items: items.value.filter(({ kind }) => kind === 'sender') },
  ].filter((group) => group.items.length),
);
const shown = ref<ImportVerdict | 'remark' | 'own' | ''>('');
const group = computed(() => groups.value.find(({ verdict }) => verdict === shown.value) ?? groups.value[0]);
const listed = computed(() => group.value?.items ?? []);
const { list, containerProps, wrapperProps } = useVirtualList(listed, { itemHeight: 34, overscan: 10 });

/** What is chosen one by one; shelves and lookups come along with what needs them. */
const isChosen = ({ kind }: ImportItem) => ['note', 'person', 'sender', 'routine'].includes(kind);
const count = (choice: ImportChoice) =>
  items.value.filter((item) => item.state === 'waiting' && item.choice === choice && isChosen(item)).length;
const counts = computed(() =>
  [
    t('library.toTake', { count: count('take') }),
    ...(count('replace') ? [t('library.inPlaceOfYours', { count: count('replace') })] : []),
    t('library.toLeave', { count: count('leave') }),
  ].join(', '),
);
const waiting = computed(() => items.value.filter(({ state }) => state === 'waiting').length);
const failed = computed(() => items.value.filter(({ state }) => state === 'failed'));
const kindDone = (kind: ImportItem['kind'], choice: ImportChoice) =>
  items.value.filter((item) => item.kind === kind && item.state === 'done' && item.choice === choice);
const taken = computed(() => kindDone('note', 'take').filter(({ targetId }) => targetId));
const replaced = computed(() => kindDone('note', 'replace'));
const people = computed(() => [...kindDone('person', 'take'), ...kindDone('person', 'replace')]);

const nameOf = ({ kind, name }: ImportItem) => (kind === 'sender' ? t('library.yourOwnFields') : name);
/** What does not come in at all, and says why. */
const isBad = ({ verdict, state }: ImportItem) => verdict === 'problem' || state === 'failed';

/** What may be chosen for an item: shelves and lookups come along with what needs them. */
function choices(item: ImportItem): { value: ImportChoice; label: string }[] {
  if (!isChosen(item)) return [];
  const { kind, verdict } = item;
  const isNote = kind === 'note';
  const second = { value: 'take' as const, label: t('library.takeAsSecond') };
  const mine = { value: 'leave' as const, label: t('common.keepMine') };
  if (kind === 'routine' && verdict === 'conflict') return [second, mine];
  if (verdict !== 'conflict')
    return [
      { value: 'take', label: isNote && verdict === 'same' ? t('library.takeAgain') : t('library.take') },
      { value: 'leave', label: t('library.leave') },
    ];
  return [
    ...(isNote ? [second] : []),
    { value: 'replace', label: isNote ? t('library.replaceMine') : t('people.takeFacts') },
    mine,
  ];
}
const forAll = computed(() => {
  const first = listed.value.find(({ kind }) => kind === 'note' || kind === 'person');
  return first ? choices(first) : [];
});

watch(step, () => {
  shown.value = '';
  looked.value = null;
});

/** What is looked at more closely. */
const looked = shallowRef<ImportItem | null>(null);
const look = (item: ImportItem) => (looked.value = looked.value?.position === item.position ? null : item);
</script>

<template>
  <section class="preview" :aria-label="t('library.bringIn')">
    <header class="head">
      <h2>{{ step === 'done' ? t('library.broughtIn') : t('library.whatTheseFilesBring') }}</h2>
      <button v-if="step === 'done'" type="button" class="text-button" @click="emit('close')">
        {{ t('common.close') }}
      </button>
      <button v-else-if="step === 'looking'" type="button" class="text-button" @click="emit('close')">
        {{ t('library.leaveItAll') }}
      </button>
    </header>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>

    <div v-if="step === 'reading'" class="going" role="status">
      <p>{{ progress.name ? t('library.reading', { name: progress.name }) : t('library.readingFiles') }}</p>
      <el-progress
        v-if="progress.total > 1"
        :percentage="Math.round((progress.done / progress.total) * 100)"
        :format="() => t('common.doneOf', { done: progress.done, total: progress.total })"
      />
      <button type="button" class="text-button" @click="work.stop">{{ t('common.stop') }}</button>
    </div>
    <div v-else-if="step === 'taking'" class="going" role="status">
      <p>{{ t('library.takingThemIn') }}</p>
      <el-progress
        :percentage="progress.total ? Math.round((progress.done / progress.total) * 100) : 0"
        :format="() => t('common.doneOf', { done: progress.done, total: progress.total })"
      />
      <button type="button" class="text-button" @click="work.stop">{{ t('common.stop') }}</button>
    </div>

    <template v-else>
      <p v-if="step === 'done'" role="status">
        {{
          isOfPeople()
            ? t('people.taken', {
                count: people.length,
                failed: failed.length ? t('library.couldNotBeTaken', { count: failed.length }) : '',
              })
            : t('library.notesTaken', {
                count: taken.length,
                replaced: replaced.length ? t('library.putInPlaceOfYours', { count: replaced.length }) : '',
                failed: failed.length ? t('library.couldNotBeTaken', { count: failed.length }) : '',
              })
        }}
        <button
          v-if="taken.length || replaced.length || people.length"
          type="button"
          class="text-button"
          @click="emit('undo')"
        >
          {{ t('library.undoItAll') }}
        </button>
      </p>
      <div class="tabs" role="tablist" :aria-label="t('library.whatTheseFilesBring')">
        <button
          v-for="one in groups"
          :key="one.verdict"
          type="button"
          role="tab"
          class="tab"
          :aria-selected="one.verdict === group?.verdict"
          @click="((shown = one.verdict), (looked = null))"
        >
          {{ one.title }} <b>{{ one.items.length }}</b>
        </button>
      </div>
      <p class="small soft about">
        {{ group?.about }}
        <template v-if="step === 'looking' && forAll.length > 1 && listed.length > 1">
          {{ t('library.forAll') }}
          <button
            v-for="choice in forAll"
            :key="choice.value"
            type="button"
            class="text-button small"
            @click="work.choose([{ verdict: group!.verdict as ImportVerdict, choice: choice.value }])"
          >
            {{ choice.label }}
          </button>
        </template>
      </p>
      <div v-bind="containerProps" class="list" tabindex="0" role="list" :aria-label="group?.title">
        <div v-bind="wrapperProps">
          <div
            v-for="{ data: item } in list"
            :key="item.position"
            role="listitem"
            class="item"
            :class="{ bad: isBad(item), remark: item.problem }"
          >
            <span class="small soft kind">{{ KINDS[item.kind] }}</span>
            <span class="name" dir="auto" :title="nameOf(item)">{{ nameOf(item) }}</span>
            <span v-if="item.problem && !isBad(item)" class="small said" :title="say(item.problem)">{{
              say(item.problem)
            }}</span>
            <span v-else class="small soft source" :title="item.source">{{ item.source }}</span>
            <span v-if="isBad(item)" class="small wrong">{{ item.problem && say(item.problem) }}</span>
            <template v-else>
              <button
                v-if="(item.kind === 'note' || item.kind === 'person') && step !== 'done'"
                type="button"
                class="text-button small"
                :aria-expanded="looked?.position === item.position"
                @click="look(item)"
              >
                {{ item.verdict === 'conflict' ? t('common.showDifference') : t('library.show') }}
              </button>
              <span v-else />
              <el-select
                v-if="choices(item).length && item.state === 'waiting'"
                :model-value="item.choice"
                size="small"
                :aria-label="t('library.whatToDoWith', { name: nameOf(item) })"
                @change="(choice: ImportChoice) => work.choose([{ position: item.position, choice }])"
              >
                <el-option v-for="choice in choices(item)" :key="choice.value" v-bind="choice" />
              </el-select>
              <span v-else class="small soft">{{
                item.state === 'done'
                  ? item.choice === 'leave'
                    ? t('library.left')
                    : t('library.doneWord')
                  : item.verdict === 'same'
                    ? t('library.alreadyThereWord')
                    : t('library.comesAlong')
              }}</span>
            </template>
          </div>
        </div>
      </div>
      <ImportLook
        v-if="looked && current"
        :key="looked.position"
        :import-id="current.id"
        :item="looked"
        @problem="(words) => (problem = words)"
      />
      <footer v-if="step === 'looking'" class="foot">
        <span class="soft">{{ counts }}</span>
        <el-button type="primary" :disabled="!waiting" @click="work.take">{{ t('library.bringThemIn') }}</el-button>
      </footer>
    </template>
  </section>
</template>

<style scoped>
.preview {
  display: flex;
  flex-direction: column;
  gap: var(--s2);
  flex: 1;
  min-height: 0;
}

.head,
.foot {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: var(--s3);
}

.foot {
  justify-content: flex-end;
  padding: var(--s2) 0;
}

h2 {
  font: 600 18px var(--serif);
}

.going {
  max-width: 520px;
  display: grid;
  gap: var(--s2);
  justify-items: start;
}

.going :deep(.el-progress) {
  width: 100%;
}

.tabs {
  display: flex;
  gap: var(--s1);
  border-bottom: 1px solid var(--rule);
}

.tab {
  border: 0;
  background: none;
  padding: 5px var(--s3);
  cursor: pointer;
  border-bottom: 2px solid transparent;
}

.tab[aria-selected='true'] {
  border-color: var(--green);
  color: var(--green);
}

.about {
  min-height: 24px;
}

.list {
  flex: 1;
  min-height: 80px;
}

.item {
  display: grid;
  grid-template-columns: 56px minmax(0, 1.4fr) minmax(0, 0.7fr) 130px 178px;
  align-items: center;
  gap: var(--s2);
  height: 34px;
  border-bottom: 1px solid var(--rule);
}

.name {
  font: 14.5px var(--serif);
}

.name,
.source {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.item.bad {
  grid-template-columns: 56px minmax(0, 0.6fr) minmax(0, 0.5fr) minmax(0, 1.6fr);
}

.item.remark:not(.bad) {
  grid-template-columns: 56px minmax(0, 0.8fr) minmax(0, 1.3fr) 130px 178px;
}

.wrong,
.said {
  line-height: 1.2;
  max-height: 2.4em;
  overflow: hidden;
}

.wrong {
  color: var(--warn);
}
</style>
