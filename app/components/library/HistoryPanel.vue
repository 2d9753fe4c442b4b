<script setup lang="ts">
import type { FormerWording, Note } from '#shared/types/wire';
import { countChanges, difference } from '#core/wording/difference';
import { parseDoc } from '#core/note/schema';
import { toLine } from '#core/note/text';
import { useAccountStore } from '~/stores/account';

/** The wordings a note had before, each with its difference from the one that followed, and the way back. */
const props = defineProps<{ note: Note }>();
const emit = defineEmits<{ restore: [former: FormerWording] }>();

const account = useAccountStore();
const former = shallowRef<FormerWording[] | null>(null);
const problem = ref('');
const chosen = ref(0);
const against = ref<'next' | 'now'>('now');

async function load() {
  try {
    former.value = await api<FormerWording[]>(`/notes/${props.note.id}/history`);
    chosen.value = former.value[0]?.version ?? 0;
    problem.value = '';
  } catch (error) {
    problem.value = messageOf(error);
  }
}
watch(() => props.note.version, load, { immediate: true });

const when_ = (at: number) => when(at, account.settings!.locale, account.settings!.timeZone);
const one = computed(() => former.value?.find(({ version }) => version === chosen.value) ?? null);
const next = computed(() => {
  const at = former.value?.findIndex(({ version }) => version === chosen.value) ?? -1;
  return against.value === 'next' && at > 0 ? former.value![at - 1]! : props.note;
});
const about = computed(() =>
  (former.value ?? []).map((wording, i) => {
    const after = i ? former.value![i - 1]! : props.note;
    const words = countChanges(difference(parseDoc(wording.body), parseDoc(after.body)));
    const other = [
      wording.name !== after.name && t('common.itsName'),
      toLine(parseDoc(wording.subject)) !== toLine(parseDoc(after.subject)) && t('common.itsSubject'),
      JSON.stringify(wording.attachments) !== JSON.stringify(after.attachments) && t('common.itsAttachments'),
    ].filter(Boolean);
    const parts = [
      words.in && t('library.wordsIn', { count: words.in }),
      words.out && t('library.wordsOut', { count: words.out }),
      ...other,
    ].filter(Boolean);
    return parts.join(', ') || t('library.itsFormatting');
  }),
);
</script>

<template>
  <section class="history" :aria-label="t('library.history')">
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }} <button type="button" class="text-button" @click="load">{{ t('common.tryAgain') }}</button>
    </p>
    <p v-else-if="!former" class="soft">{{ t('library.fetchingItsHistory') }}</p>
    <p v-else-if="!former.length" class="soft">
      {{ t('library.neverChanged') }}
    </p>
    <template v-else>
      <ul class="list" :aria-label="t('library.formerWordings')">
        <li v-for="(wording, i) in former" :key="wording.version">
          <button
            type="button"
            class="row"
            :class="{ current: wording.version === chosen }"
            :aria-current="wording.version === chosen"
            @click="chosen = wording.version"
          >
            <span>{{ when_(wording.madeAt) }}</span><span class="small soft">{{
              t('library.thenChanged', { changes: about[i] ?? '' })
            }}</span>
          </button>
        </li>
      </ul>
      <template v-if="one">
        <div class="acts">
          <el-radio-group v-model="against" size="small" :aria-label="t('library.comparedWith')">
            <el-radio value="now">{{ t('library.besideWordingNow') }}</el-radio>
            <el-radio value="next">{{ t('library.besideOneThatFollowed') }}</el-radio>
          </el-radio-group>
          <button type="button" class="text-button" @click="emit('restore', one)">
            {{ t('library.takeThisWordingAgain') }}
          </button>
        </div>
        <div class="sheet">
          <p v-if="one.name !== next.name" class="small">
            <span class="soft">{{ t('library.nameLabel') + ' ' }}</span>{{ one.name }} → {{ next.name }}
          </p>
          <WordDifference :before="one.body" :after="next.body" />
        </div>
      </template>
    </template>
  </section>
</template>

<style scoped>
.history {
  display: flex;
  flex-direction: column;
  gap: var(--s2);
  min-height: 0;
}

.list {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 34%;
  overflow-y: auto;
}

.row {
  display: flex;
  justify-content: space-between;
  width: 100%;
  min-height: 28px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  padding: 3px var(--s2);
  cursor: pointer;
  text-align: left;
}

.row.current {
  background: var(--green-wash);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
}

.acts :deep(.el-radio) {
  margin-right: var(--s3);
}

.sheet {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: var(--s3) var(--s4);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
</style>
