<script setup lang="ts">
import { blankKey } from '#core/blank/kinds/key';
import { candidatesIn } from '#core/blank/find/inDoc';
import type { Candidate, Origin } from '#core/blank/find/candidate';
import { dayAt } from '#core/calendar/day';
import { parseDoc, type DocJson } from '#core/note/schema';
import { useAccountStore } from '~/stores/account';

/** What in the wording looks like a blank, each to be taken or left. */
const props = defineProps<{ subject: DocJson; body: DocJson; origin: Origin | null }>();
const emit = defineEmits<{ take: [part: 'subject' | 'body', candidates: Candidate[]] }>();

const SHOWN = 5;
const { settings } = storeToRefs(useAccountStore());
/** What was left, by its words. */
const left = ref(new Set<string>());

const ways = computed(() => {
  const { locale, timeZone, weekdaysOff } = settings.value!;
  return { locale, today: dayAt(Date.now(), timeZone), off: { weekdays: weekdaysOff, days: [] } };
});
const found = computed(() =>
  (['subject', 'body'] as const).flatMap((part) =>
    candidatesIn(parseDoc(props[part]), ways.value, props.origin)
      .filter(({ text }) => !left.value.has(text))
      .map((candidate) => ({ part, candidate })),
  ),
);
/** The same words twice are one offer. */
const offers = computed(() => {
  const seen = new Set<string>();
  return found.value.filter(({ candidate: { text, blank } }) => {
    const key = `${text}|${blankKey(blank.label)}`;
    return !seen.has(key) && seen.add(key);
  });
});

function take(offer?: Candidate) {
  for (const part of ['body', 'subject'] as const) {
    const wanted = found.value.filter(
      ({ part: other, candidate }) =>
        other === part &&
        (!offer || (candidate.text === offer.text && blankKey(candidate.blank.label) === blankKey(offer.blank.label))),
    );
    if (wanted.length)
      emit(
        'take',
        part,
        wanted.map(({ candidate }) => candidate),
      );
  }
}
defineExpose({ count: () => offers.value.length });
const leave = (texts: string[]) => (left.value = new Set([...left.value, ...texts]));
</script>

<template>
  <section v-if="offers.length" class="offers small" :aria-label="t('library.candidates')">
    <span class="soft">{{ t('library.looksLikeBlank', { count: offers.length }) }}</span>
    <span v-for="{ candidate } in offers.slice(0, SHOWN)" :key="`${candidate.from}-${candidate.text}`" class="offer">
      <span class="text" dir="auto">{{ candidate.text }}</span>
      <button
        type="button"
        class="text-button small"
        :aria-label="t('library.makeTextBlank', { text: candidate.text, label: candidate.blank.label })"
        @click="take(candidate)"
      >
        {{
          t('library.makeItBlank', {
            label: candidate.blank.label,
            kindOf: kindName(candidate.blank.kind).toLowerCase(),
          })
        }}
      </button>
      <button
        type="button"
        class="text-button small"
        :aria-label="t('library.leaveText', { text: candidate.text })"
        @click="leave([candidate.text])"
      >
        {{ t('library.leave') }}
      </button>
    </span>
    <span v-if="offers.length > SHOWN" class="soft">{{ t('library.andMore', { shown: offers.length - SHOWN }) }}</span>
    <template v-if="offers.length > 1">
      <button type="button" class="text-button small" @click="take()">{{ t('library.takeAll') }}</button>
      <button type="button" class="text-button small" @click="leave(offers.map(({ candidate }) => candidate.text))">
        {{ t('library.leaveAll') }}
      </button>
    </template>
  </section>
</template>

<style scoped>
.offers {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 var(--s3);
  padding: var(--s1) var(--s2);
  border-left: 3px solid var(--apricot);
  background: var(--apricot-wash);
  flex: none;
  max-height: 116px;
  overflow-y: auto;
}

.offer {
  white-space: nowrap;
}

.text {
  font-family: var(--serif);
  border-bottom: 1px dashed var(--apricot-ink);
  margin-right: 2px;
}
</style>
