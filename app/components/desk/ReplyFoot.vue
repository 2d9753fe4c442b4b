<script setup lang="ts">
import { Eye, Send, Trash2 } from 'lucide-vue-next';
import { NEEDED, type Finding } from '#core/look/letter/finding';
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
  /** Whom the message goes to; empty for nobody. */
  person: string;
}>();
const emit = defineEmits<{
  show: [finding: Finding];
  mend: [finding: Finding];
  leave: [finding: Finding, how: 'here' | 'person' | 'always'];
  discard: [];
  send: [anyway: boolean];
  arrival: [];
}>();

const openBlanks = computed(() => props.findings.filter(({ kind }) => kind === 'open-blank'));
/** Open blanks are counted as one thing. */
const rest = computed(() => props.findings.filter(({ kind }) => kind !== 'open-blank'));
/** The first thing, and how many more there are. */
const first = computed(() => {
  const [blank] = openBlanks.value;
  // What makes sending impossible comes before all else.
  const [other] = rest.value;
  if (blank && !(other && NEEDED.includes(other.kind)))
    return {
      text: t('desk.blanksAreOpen', { count: openBlanks.value.length }),
      finding: blank,
      more: rest.value.length,
    };
  return other ? { text: say(other.words), finding: other, more: rest.value.length - 1 + (blank ? 1 : 0) } : null;
});
const isShown = ref(false);
const list = ref<{ $el: HTMLElement }>();
watch(first, (one) => {
  if (!one) isShown.value = false;
});
async function toggle() {
  isShown.value = !isShown.value && props.findings.length > 0;
  await nextTick();
  if (isShown.value) list.value?.$el.querySelector<HTMLElement>('.words')?.focus();
}
/** Whether it was held back for nothing but what may be sent all the same. */
const mayGo = computed(
  () =>
    props.held.length > 0 &&
    !props.findings.some(({ kind }) => NEEDED.includes(kind)) &&
    props.findings.some(({ stop }) => stop),
);
defineExpose({ toggle });

const saved = computed(
  () =>
    ({
      saved: t('common.saved'),
      saving: t('common.saving'),
      waiting: props.failing ? t('desk.notSavedYet') : t('common.saving'),
      conflict: t('desk.notSaved'),
    })[props.state],
);
</script>

<template>
  <FindingList
    v-if="isShown"
    ref="list"
    :findings="findings"
    :person="person"
    @show="(finding) => emit('show', finding)"
    @mend="(finding) => emit('mend', finding)"
    @leave="(finding, how) => emit('leave', finding, how)"
    @close="isShown = false"
  />
  <footer class="foot" data-part="foot">
    <div class="findings" :class="{ any: first }" role="status">
      <template v-if="first">
        <button
          v-if="!isShown"
          type="button"
          class="finding plain-button"
          :title="first.text"
          :class="{ stop: first.finding.stop, held: held.length && first.finding.stop }"
          @click="emit('show', first.finding)"
        >
          {{ first.text }}
        </button>
        <button
          v-if="!isShown && first.finding.kind === 'open-mark'"
          type="button"
          class="text-button small"
          @click="emit('leave', first.finding, 'here')"
        >
          {{ t('desk.intended') }}
        </button>
        <button
          type="button"
          class="text-button small"
          :aria-expanded="isShown"
          :aria-keyshortcuts="shortcutOf('showFindings')"
          @click="toggle"
        >
          {{ isShown ? t('desk.closeLook') : first.more ? t('desk.more', { count: first.more }) : t('desk.showLook') }}
        </button>
      </template>
      <span v-else class="soft">{{ t('desk.nothingIsOpen') }}</span>
    </div>
    <span class="small soft" role="status">{{ saved }}</span>
    <button type="button" class="text-button" :aria-keyshortcuts="shortcutOf('showArrival')" @click="emit('arrival')">
      <Eye :size="14" aria-hidden="true" />{{ t('desk.preview') }}
    </button>
    <button type="button" class="text-button" :disabled="busy" @click="emit('discard')">
      <Trash2 :size="14" aria-hidden="true" />{{ t('desk.discard') }}
    </button>
    <button
      v-if="mayGo && !busy"
      type="button"
      class="text-button"
      :aria-keyshortcuts="shortcutOf('sendAnyway')"
      @click="emit('send', true)"
    >
      {{ t('desk.sendAnyway') }}
    </button>
    <el-button type="primary" :loading="busy" :aria-keyshortcuts="shortcutOf('send')" @click="emit('send', false)"
      ><Send v-if="!busy" :size="14" aria-hidden="true" style="margin-right: 6px" />{{ t('desk.send') }}</el-button
    >
  </footer>
</template>

<style scoped>
.foot {
  flex: none;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 var(--s3);
  min-height: 46px;
  border-top: 1px solid var(--rule);
}

@media (max-width: 1180px) {
  .foot {
    gap: var(--s1);
  }

  .foot .text-button svg {
    display: none;
  }
}

/* What is found has the whole width: why a message does not leave is read before anything is pressed. */
.findings.any {
  flex: 1 0 100%;
  min-height: 30px;
  border-bottom: 1px solid var(--rule);
}

.findings {
  flex: 1;
  min-width: 0;
  display: flex;
  align-items: baseline;
  gap: 0 var(--s2);
}

.finding {
  min-width: 0;
  padding: 2px 0;
  text-align: left;
  /* Two lines, and what is longer is read in the list. */
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  overflow: hidden;
}

.foot > [role='status'].small {
  margin-left: auto;
}

.findings:not(.any) + .small {
  margin-left: 0;
}

.findings > .text-button {
  flex: none;
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
