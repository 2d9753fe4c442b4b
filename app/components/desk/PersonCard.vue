<script setup lang="ts">
import type { Person } from '#shared/types/person';
import { personSchema } from '#shared/schemas/person';

const props = defineProps<{ address: string; person: Person | null }>();
const emit = defineEmits<{ changed: [person: Person] }>();

const values = reactive({
  version: 0,
  firstName: '',
  lastName: '',
  fullName: '',
  company: '',
  fields: [] as Person['fields'],
});
watch(
  () => props.person,
  (person) =>
    person &&
    Object.assign(values, {
      version: person.version,
      firstName: person.firstName,
      lastName: person.lastName,
      fullName: person.fullName,
      company: person.company,
      fields: person.fields.map((field) => ({ ...field })),
    }),
  { immediate: true },
);
const { fields, problem, busy, submit } = useForm(personSchema);
const saved = ref(false);

async function save() {
  saved.value = await submit(values, async (valid) => {
    emit('changed', await api<Person>(`/people/${props.person!.id}`, { method: 'PUT', body: valid }));
  });
}
</script>

<template>
  <section class="card" :aria-label="t('desk.thePerson')">
    <template v-if="!address">
      <h2 class="title">{{ t('desk.whoFor') }}</h2>
      <p class="soft">
        {{ t('desk.addRecipient') }}
      </p>
    </template>
    <template v-else-if="!person">
      <h2 class="title" dir="auto">{{ address }}</h2>
      <p class="soft">
        {{ t('desk.notMet') }}
      </p>
    </template>
    <template v-else>
      <h2 class="title" dir="auto">{{ person.fullName || address }}</h2>
      <p class="soft small">
        {{ t('desk.addressAndMessages', { address, count: person.messages }) }}
      </p>
      <el-form label-position="top" size="small" class="form" @submit.prevent="save">
        <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
        <el-form-item :label="t('desk.firstName')" :error="fields.firstName" for="p-first"
          ><el-input id="p-first" v-model="values.firstName" dir="auto" @input="saved = false"
        /></el-form-item>
        <el-form-item :label="t('desk.lastName')" :error="fields.lastName" for="p-last"
          ><el-input id="p-last" v-model="values.lastName" dir="auto" @input="saved = false"
        /></el-form-item>
        <el-form-item :label="t('desk.fullName')" :error="fields.fullName" for="p-full"
          ><el-input id="p-full" v-model="values.fullName" dir="auto" @input="saved = false"
        /></el-form-item>
        <el-form-item :label="t('desk.company')" :error="fields.company" for="p-company"
          ><el-input id="p-company" v-model="values.company" dir="auto" @input="saved = false"
        /></el-form-item>
        <div v-for="field in values.fields" :key="field.name" class="own">
          <label :for="`p-${field.name}`">{{ field.name }}</label>
          <el-input :id="`p-${field.name}`" v-model="field.value" size="small" dir="auto" @input="saved = false" />
        </div>
        <el-button native-type="submit" :loading="busy">{{ t('common.keep') }}</el-button>
        <span v-if="saved" class="small soft" role="status">{{ ' ' + t('desk.kept') }}</span>
      </el-form>
    </template>
  </section>
</template>

<style scoped>
.card {
  margin-top: 40px;
  padding: var(--s4) var(--s5);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  overflow-y: auto;
}

.title {
  font: 600 var(--text-title) / 1.3 var(--serif);
  margin-bottom: var(--s1);
  overflow-wrap: anywhere;
}

.own {
  display: grid;
  gap: var(--s1);
  margin-bottom: var(--s4);
}

.form {
  margin-top: var(--s4);
  max-width: 320px;
}
</style>
