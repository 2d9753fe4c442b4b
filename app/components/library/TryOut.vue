<script setup lang="ts">
import { generateHTML } from '@tiptap/core';
import type { Person } from '#shared/types/wire';
import { fill } from '../../../core/blank/fill';
import type { FillContext } from '../../../core/blank/kind';
import { questionsIn, type DraftQuestion } from '../../../core/blank/questions';
import { parseDoc, type DocJson } from '../../../core/note/schema';
import { toLine } from '../../../core/note/text';
import { letterExtensions } from '~/editor/extensions';
import { useAccountStore } from '~/stores/account';

const props = defineProps<{ subject: DocJson; body: DocJson }>();
const account = useAccountStore();

const people = shallowRef<Person[]>([]);
const personId = ref('');
onMounted(async () => {
  people.value = await api<Person[]>('/people').catch(() => []);
  personId.value = people.value[0]?.id ?? '';
});

const answers = ref<Record<string, string>>({});
const context = computed<FillContext>(() => {
  const { name, fields, locale, timeZone } = account.settings!;
  const person = people.value.find(({ id }) => id === personId.value) ?? null;
  return { person, sender: { name, fields }, now: Date.now(), locale, timeZone };
});

const TRY = 'try';
const filled = computed(() =>
  fill({ subject: parseDoc(props.subject), body: parseDoc(props.body) }, context.value, answers.value, TRY),
);
const questions = computed(() =>
  questionsIn([filled.value.subject, filled.value.body], context.value, { [TRY]: answers.value }),
);
const html = computed(() => generateHTML(filled.value.body.toJSON(), letterExtensions()));
const line = computed(() => toLine(filled.value.subject));

const answer = ({ key }: DraftQuestion, text: string) => (answers.value = { ...answers.value, [key]: text });
</script>

<template>
  <section class="try" aria-label="Try the note">
    <header class="head">
      <span class="title">Try it</span>
      <el-select
        v-model="personId"
        size="small"
        filterable
        class="person"
        aria-label="Written to"
        placeholder="Written to nobody known"
      >
        <el-option
          v-for="person in people"
          :key="person.id"
          :value="person.id"
          :label="person.fullName || person.address"
        />
      </el-select>
    </header>
    <FillList
      v-if="questions.length"
      :questions="questions"
      :answers="{ [TRY]: answers }"
      class="questions"
      @answer="answer"
      @leave="() => {}"
      @look="() => {}"
    />
    <p v-else class="small soft questions">This note asks nothing.</p>
    <div class="sheet" tabindex="0">
      <p v-if="line" class="subject" dir="auto">{{ line }}</p>
      <!-- eslint-disable-next-line vue/no-v-html -- made from the note's own document by the editor's schema -->
      <div class="letter" dir="auto" v-html="html" />
    </div>
  </section>
</template>

<style scoped>
.try {
  display: flex;
  flex-direction: column;
  min-height: 0;
}

.head {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: var(--s3);
  min-height: 40px;
}

.title {
  font-weight: 600;
}

.person {
  width: 190px;
}

.questions {
  padding-bottom: var(--s3);
  max-height: 40%;
  overflow-y: auto;
  flex: none;
}

.sheet {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: var(--s4) var(--s5);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}

.subject {
  font: 600 17px / 1.4 var(--serif);
  margin-bottom: var(--s3);
}
</style>
