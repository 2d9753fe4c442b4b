<script setup lang="ts">
import type { Person } from '#shared/types/person';
import { newPersonSchema } from '#shared/schemas/person';
import { useAccountStore } from '~/stores/account';
import { journalOf } from '~/utils/journal';

/** Somebody who is added by hand. What is typed is here again until they are added or it is cancelled. */
const emit = defineEmits<{ added: [person: Person, wasKnown: boolean]; close: [] }>();

const journal = journalOf<{ name: string; address: string }>(useAccountStore().account!.id, 'newPerson');
const values = reactive({ name: '', address: '', ...journal.read() });
watch(values, () => (values.name || values.address ? journal.write({ ...values }) : journal.drop()));
const { fields, problem, busy, submit, follow } = useForm(newPersonSchema);
follow(values);
const name = ref<{ focus(): void }>();
onMounted(() => name.value?.focus());

const add = () =>
  submit(values, async (valid) => {
    const [known] = await api<Person[]>('/people', { query: { address: valid.address } });
    const person = known ?? (await api<Person>('/people', { method: 'POST', body: valid }));
    journal.drop();
    emit('added', person, Boolean(known));
  });
function cancel() {
  journal.drop();
  emit('close');
}
</script>

<template>
  <section class="adding" aria-labelledby="adding-title">
    <h2 id="adding-title" class="title">{{ t('people.add') }}</h2>
    <el-form label-position="top" @submit.prevent="add" @keydown.esc.stop="cancel">
      <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <el-form-item :label="t('people.newName')" :error="fields.name" for="new-name">
        <el-input id="new-name" ref="name" v-model="values.name" maxlength="200" dir="auto" />
      </el-form-item>
      <el-form-item :label="t('people.newAddress')" :error="fields.address" for="new-address">
        <el-input id="new-address" v-model="values.address" maxlength="320" dir="ltr" inputmode="email" />
      </el-form-item>
      <div class="acts">
        <el-button type="primary" native-type="submit" :loading="busy">{{ t('people.addThem') }}</el-button>
        <el-button @click="cancel">{{ t('common.cancel') }}</el-button>
      </div>
    </el-form>
  </section>
</template>

<style scoped>
.adding {
  max-width: 420px;
}

.title {
  font: 600 var(--text-title) var(--serif);
  margin-bottom: var(--s4);
}

.acts {
  display: flex;
  gap: var(--s2);
  padding-top: var(--s2);
}
</style>
