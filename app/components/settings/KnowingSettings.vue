<script setup lang="ts">
import { KNOWLEDGE, type Knowledge } from '#shared/schemas/knowing';
import type { Settings } from '#shared/schemas/settings';
import { useKnowingStore } from '~/stores/knowing';

/** What may be learnt and said, and forgetting it. */
const values = defineModel<Settings>({ required: true });

const knowing = useKnowingStore();
const turn = (what: Knowledge, on: unknown) => {
  values.value.knows = KNOWLEDGE.filter((one) => (one === what ? on : values.value.knows.includes(one)));
};
/** What is about to be forgotten for good, until it is confirmed. */
const asked = ref<'answers' | 'wording' | 'time' | null>(null);
const sure = {
  answers: t('knowingSettings.sureAnswers'),
  wording: t('knowingSettings.sureWording'),
  time: t('knowingSettings.sureTime'),
};
const said = ref('');
const problem = ref('');
async function forget() {
  const what = asked.value;
  asked.value = null;
  try {
    const at = (path: string) => api<{ forgotten: number }>(path, { method: 'DELETE' });
    const forgotten =
      what === 'answers'
        ? await knowing.forget()
        : (await at(what === 'wording' ? '/repeated' : '/time-back')).forgotten;
    said.value = t('knowingSettings.isForgotten', { count: forgotten });
    problem.value = '';
  } catch (error) {
    problem.value = messageOf(error);
  }
}
</script>

<template>
  <section aria-labelledby="s-knows">
    <h2 id="s-knows">{{ t('knowingSettings.what') }}</h2>
    <p class="soft small">{{ t('knowingSettings.about') }}</p>
    <div v-for="what in KNOWLEDGE" :key="what" class="one">
      <el-checkbox
        :model-value="values.knows.includes(what)"
        :label="t(`knowingSettings.may.${what}`)"
        @update:model-value="(on) => turn(what, on)"
      />
    </div>
    <p class="acts">
      <button type="button" class="text-button" @click="asked = 'answers'">
        {{ t('knowingSettings.forgetAnswers') }}
      </button>
      <button type="button" class="text-button" @click="asked = 'wording'">
        {{ t('knowingSettings.forgetWording') }}
      </button>
      <button type="button" class="text-button" @click="asked = 'time'">{{ t('knowingSettings.forgetTime') }}</button>
    </p>
    <p v-if="asked" class="notice" role="alert">
      {{ sure[asked] }}
      <button type="button" class="text-button" @click="forget">{{ t('knowingSettings.forget') }}</button>
      <button type="button" class="text-button" @click="asked = null">{{ t('knowingSettings.keepIt') }}</button>
    </p>
    <p v-if="said" class="small soft" role="status">{{ said }}</p>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
  </section>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s3);
}
</style>
