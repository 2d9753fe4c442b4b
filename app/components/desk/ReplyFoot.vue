<script setup lang="ts">
import { Send, Trash2 } from 'lucide-vue-next';
import type { Finding } from '#core/look/look';
import type { SaveState } from '~/composables/useDraft';

/** Under the letter: what the last look sees, whether the draft is saved, and Send. */
const props = defineProps<{
  findings: Finding[];
  /** What held the last press of Send back. */
  held: Finding[];
  state: SaveState;
  /** Saving failed, and is tried again. */
  failing: boolean;
  busy: boolean;
}>();
const emit = defineEmits<{ show: [finding: Finding]; meant: [mark: string]; discard: []; send: [] }>();

const openBlanks = computed(() => props.findings.filter(({ kind }) => kind === 'open-blank'));
const mark = computed(() => props.findings.find(({ kind }) => kind === 'open-mark'));

const parts = computed(() => {
  const open = openBlanks.value;
  const other = mark.value ?? props.findings.find((finding) => finding.kind !== 'open-blank');
  const found: { text: string; finding: Finding }[] = [];
  if (open.length) found.push({ text: t('desk.blanksAreOpen', { count: open.length }), finding: open[0]! });
  if (other) found.push({ text: say(other.words), finding: other });
  return found;
});

const saved = computed(
  () =>
    ({
      saved: t('common.saved'),
      saving: t('common.saving'),
      waiting: props.failing ? t('desk.notSavedYet') : t('common.saving'),
      conflict: t('desk.changedElsewhere'),
    })[props.state],
);
</script>

<template>
  <footer class="foot" data-part="foot">
    <div class="findings" role="status">
      <template v-if="parts.length">
        <button
          v-for="{ text, finding } in parts"
          :key="finding.kind"
          type="button"
          class="finding plain-button"
          :class="{ stop: finding.stop, held: held.length && finding.stop }"
          @click="emit('show', finding)"
        >
          {{ text }}
        </button>
      </template>
      <span v-else class="soft">{{ t('desk.nothingIsOpen') }}</span>
      <button
        v-if="mark && !openBlanks.length"
        type="button"
        class="text-button small"
        @click="emit('meant', mark.mark!)"
      >
        {{ t('desk.intended') }}
      </button>
    </div>
    <span class="small soft" role="status">{{ saved }}</span>
    <button type="button" class="text-button" :disabled="busy" @click="emit('discard')">
      <Trash2 :size="14" aria-hidden="true" />{{ t('desk.discard') }}
    </button>
    <el-button type="primary" :loading="busy" :aria-keyshortcuts="shortcutOf('send')" @click="emit('send')"
      ><Send v-if="!busy" :size="14" aria-hidden="true" style="margin-right: 6px" />{{ t('desk.send') }}</el-button
    >
  </footer>
</template>

<style scoped>
.foot {
  flex: none;
  display: flex;
  align-items: center;
  gap: var(--s3);
  min-height: 46px;
  border-top: 1px solid var(--rule);
}

.findings {
  flex: 1;
  min-width: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--s4);
}

.finding.stop {
  color: var(--apricot-ink);
  font-weight: 500;
  text-decoration: underline;
  text-decoration-color: var(--apricot);
  text-underline-offset: 3px;
}

.finding.held {
  font-weight: 700;
}
</style>
