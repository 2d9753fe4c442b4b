<script setup lang="ts">
import type { Finding, Mend } from '#core/look/letter/finding';
import { findingKey, NEEDED } from '#core/look/letter/finding';

/** All that the last look sees, each with its place, what puts it right, and how to say that it is meant. */
defineProps<{
  findings: Finding[];
  /** Whom the message goes to, as the list calls them; empty for nobody. */
  person: string;
}>();
const emit = defineEmits<{
  show: [finding: Finding];
  mend: [finding: Finding];
  leave: [finding: Finding, how: 'here' | 'person' | 'always'];
  close: [];
}>();

const mendWords = (mend: Mend) =>
  mend.type === 'text'
    ? t('desk.writeInstead', { text: mend.text })
    : mend.type === 'address'
      ? t('desk.takeAddress', { address: mend.address })
      : t('desk.attachFile');
</script>

<template>
  <section class="list" :aria-label="t('desk.lastLook')" @keydown.esc.prevent.stop="emit('close')">
    <header>
      <h2 class="small">{{ t('desk.lastLook') }}</h2>
      <button type="button" class="text-button small" @click="emit('close')">{{ t('common.close') }}</button>
    </header>
    <ul>
      <li v-for="finding in findings" :key="findingKey(finding) + finding.place.pos">
        <button type="button" class="plain-button words" :class="{ stop: finding.stop }" @click="emit('show', finding)">
          {{ say(finding.words) }}
        </button>
        <button v-if="finding.mend" type="button" class="text-button small" @click="emit('mend', finding)">
          {{ mendWords(finding.mend) }}
        </button>
        <span v-if="!NEEDED.includes(finding.kind)" class="small soft leave">
          {{ t('desk.isMeant') + ' ' }}
          <button type="button" class="text-button small" @click="emit('leave', finding, 'here')">
            {{ t('desk.meantHere') }}
          </button>
          <button v-if="person" type="button" class="text-button small" @click="emit('leave', finding, 'person')">
            {{ t('desk.meantFor', { person }) }}
          </button>
          <button type="button" class="text-button small" @click="emit('leave', finding, 'always')">
            {{ t('desk.meantAlways') }}
          </button>
        </span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.list {
  flex: none;
  max-height: 236px;
  overflow-y: auto;
  padding: var(--s1) 2px;
  border-top: 1px solid var(--rule);
}

header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}

h2 {
  font-weight: 600;
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 var(--s2);
  padding: 2px 0;
  border-top: 1px solid var(--rule);
}

.words {
  max-width: 100%;
  text-align: left;
}

.words.stop {
  color: var(--apricot-ink);
  font-weight: 500;
}

.words:hover {
  text-decoration: underline;
}

.leave {
  flex: none;
  margin-left: auto;
}
</style>
