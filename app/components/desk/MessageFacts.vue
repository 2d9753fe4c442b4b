<script setup lang="ts">
import type { Person } from '#shared/types/person';
import type { Fact } from '#core/facts/facts';
import type { Mailbox } from '#core/message/address';
import type { Done } from '~/composables/useDone';
import { copyText } from '~/utils/clipboard';

/** The facts a message states, each taken with one key: into a blank of the letter, to its sender, or to the clipboard. */
const props = defineProps<{
  facts: Fact[];
  from: Mailbox;
  /** What the blank is called that a fact goes into; empty where there is none. */
  labelFor: (fact: Fact) => string;
}>();
const emit = defineEmits<{ take: [fact: Fact]; done: [done: Done]; person: [person: Person]; leave: [] }>();

/** Each once, however often the message says it. */
const all = computed(() => [...new Map(props.facts.map((fact) => [`${fact.kind} ${fact.value}`, fact])).values()]);
const nameOf = ({ kind, called }: Fact) => (called ? t('knowing.called', { called }) : t(`knowing.factKind.${kind}`));
const wordsOf = (fact: Fact) => fact.text.replace(/\s+/g, ' ');

/** The one that was gone to last. */
const current = shallowRef<Fact | null>(null);
watch(
  () => props.facts,
  () => (current.value = null),
);
const row = ref<HTMLElement>();
const buttons = () => [...(row.value?.querySelectorAll<HTMLElement>('[data-fact]') ?? [])];
const goTo = (at: number) => buttons()[Math.max(0, Math.min(at, all.value.length - 1))]?.focus();
useCommands({ showFacts: { when: () => all.value.length > 0, do: () => goTo(0) } });

const problem = ref('');
const said = ref('');
watch(current, () => (said.value = problem.value = ''));

function take(fact: Fact) {
  if (props.labelFor(fact)) emit('take', fact);
  else void copy(fact);
}
async function copy(fact: Fact) {
  try {
    await copyText(wordsOf(fact));
    said.value = t('knowing.isCopied');
  } catch {
    problem.value = t('knowing.cannotCopy');
  }
}
let isBusy = false;
async function keep(fact: Fact) {
  // A key pressed twice does it once.
  if (isBusy) return;
  isBusy = true;
  problem.value = '';
  try {
    const { from } = props;
    const [met] = await api<Person[]>('/people', { query: { address: from.address } });
    const known = met ?? (await api<Person>('/people', { method: 'POST', body: from }));
    const field = nameOf(fact);
    const { person, undo } = await keepWithPerson(known, field, wordsOf(fact));
    emit('person', person);
    const name = from.name || from.address;
    if (undo)
      emit('done', {
        text: t('knowing.isWithPerson', { name, field, text: wordsOf(fact) }),
        undo: async () => emit('person', await undo()),
      });
    else said.value = t('knowing.hasIt', { name });
  } catch (error) {
    problem.value = messageOf(error);
  } finally {
    isBusy = false;
  }
}
function onKey(event: KeyboardEvent, fact: Fact, at: number) {
  if (event.ctrlKey || event.altKey || event.metaKey) return;
  const act = {
    ArrowRight: () => goTo(at + 1),
    ArrowLeft: () => goTo(at - 1),
    Enter: () => take(fact),
    p: () => keep(fact),
    c: () => copy(fact),
    Escape: () => emit('leave'),
  }[event.key];
  if (!act) return;
  event.preventDefault();
  event.stopPropagation();
  void act();
}
</script>

<template>
  <section v-if="all.length" class="facts" :aria-label="t('knowing.facts')">
    <p ref="row" class="small">
      <span class="soft">{{ t('knowing.facts') }}</span>
      <button
        v-for="(fact, i) in all"
        :key="`${fact.kind} ${fact.value}`"
        type="button"
        class="text-button small fact"
        data-fact
        dir="auto"
        :class="{ current: fact === current }"
        :aria-label="t('knowing.fact', { kind: nameOf(fact), text: wordsOf(fact) })"
        :title="nameOf(fact)"
        @focus="current = fact"
        @keydown="(event) => onKey(event, fact, i)"
      >
        {{ wordsOf(fact) }}
      </button>
    </p>
    <p v-if="current" class="small acts">
      <button v-if="labelFor(current)" type="button" class="text-button small" @click="emit('take', current)">
        {{ t('knowing.intoBlank', { label: labelFor(current) }) }} <kbd>Enter</kbd>
      </button>
      <button v-if="from.address" type="button" class="text-button small" @click="keep(current)">
        {{ t('knowing.withPerson', { name: from.name || from.address }) }} <kbd>P</kbd>
      </button>
      <button type="button" class="text-button small" @click="copy(current)">
        {{ t('knowing.copyFact') }} <kbd>C</kbd>
      </button>
      <span v-if="said" class="soft" role="status">{{ said }}</span>
    </p>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
  </section>
</template>

<style scoped>
.facts {
  margin-top: var(--s4);
  padding-top: var(--s3);
  border-top: 1px solid var(--rule);
}

.fact {
  margin-inline-start: var(--s1);
  text-decoration: underline dotted 1.5px var(--apricot-ink);
  text-underline-offset: 3px;
}

.fact.current {
  background: var(--green-wash);
}

.acts {
  min-height: 28px;
}
</style>
