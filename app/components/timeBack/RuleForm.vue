<script setup lang="ts">
import { parseNumber } from '#core/number/parse';
import { timeRule } from '#shared/schemas/knowing';
import type { TimeRule } from '#core/time/rule';
import { useAccountStore } from '~/stores/account';

/** The rule by which time saved is worked out, for being changed. */
const account = useAccountStore();
const values = reactive<Record<keyof TimeRule, string>>({ wordsPerMinute: '', find: '', put: '' });
watch(
  () => account.settings!.timeRule,
  ({ wordsPerMinute, find, put }) =>
    Object.assign(values, {
      wordsPerMinute: wordsPerMinute ? String(wordsPerMinute) : '',
      find: String(find),
      put: String(put),
    }),
  { immediate: true },
);
const { fields, problem, busy, submit } = useForm(timeRule);
const saved = ref(false);
const number = (typed: string) => (typed.trim() ? parseNumber(typed, account.settings!.locale) : 0);

async function save() {
  saved.value = await submit(
    { wordsPerMinute: number(values.wordsPerMinute), find: number(values.find), put: number(values.put) },
    async (rule) => account.saveSettings({ ...account.settings!, timeRule: rule as TimeRule }),
  );
}
const asked = ['wordsPerMinute', 'find', 'put'] as const;
const labels = { wordsPerMinute: 'timeBack.speed', find: 'timeBack.find', put: 'timeBack.put' } as const;
</script>

<template>
  <form class="rule" :aria-label="t('timeBack.rule')" @submit.prevent="save">
    <label v-for="name in asked" :key="name" class="one">
      <span>{{ t(labels[name]) }}</span>
      <input
        v-model="values[name]"
        class="field"
        inputmode="decimal"
        :aria-invalid="Boolean(fields[name])"
        @input="saved = false"
      />
      <span v-if="fields[name]" class="small wrong" role="alert">{{ fields[name] }}</span>
    </label>
    <p class="small soft">{{ t('timeBack.source') }}</p>
    <p>
      <el-button native-type="submit" :loading="busy">{{ t('timeBack.saveRule') }}</el-button>
      <span v-if="saved" class="small soft said" role="status">{{ t('timeBack.ruleSaved') }}</span>
    </p>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
  </form>
</template>

<style scoped>
.rule {
  display: grid;
  gap: var(--s2);
  align-content: start;
}

.one {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 84px;
  align-items: center;
  gap: 0 var(--s3);
}

.wrong {
  grid-column: 1 / -1;
  color: var(--warn);
}

.said {
  margin-left: var(--s2);
}
</style>
