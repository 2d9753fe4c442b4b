<script setup lang="ts">
import { Plus } from 'lucide-vue-next';
import type { Person } from '#shared/types/person';
import { useAccountStore } from '~/stores/account';

/** The facts of a person and fields of one's own, saved by themselves as they are changed. */
const props = defineProps<{
  person: Person;
  /** Names of fields that others have. */
  names?: string[];
  /** Something was saved, possibly after one went on from here. */
  onChanged: (person: Person) => void;
}>();

const { settings } = useAccountStore();
const { values, fields, problem, state, restored, refresh, keepMine, takeNewer } = usePersonEditing(
  props.person,
  props.onChanged,
);
watch(() => props.person, refresh);
const rows = useRowKeys(() => values.fields.length);
const LINES = ['firstName', 'lastName', 'fullName', 'company', 'greetingName'] as const;
const called = {
  firstName: t('desk.firstName'),
  lastName: t('desk.lastName'),
  fullName: t('desk.fullName'),
  company: t('desk.company'),
  greetingName: t('people.greetingName'),
};
const learnt = computed(() =>
  props.person.greetedAt && props.person.greetingName === values.greetingName
    ? t('people.learnt', { day: when(props.person.greetedAt, settings!.locale, settings!.timeZone, false) })
    : t('people.greetingHelp'),
);
const root = ref<HTMLElement>();
async function add() {
  values.fields.push({ name: '', value: '' });
  await nextTick();
  [...(root.value?.querySelectorAll<HTMLElement>('.own-name') ?? [])].at(-1)?.focus();
}
function remove(at: number) {
  rows.drop(at);
  values.fields.splice(at, 1);
}
</script>

<template>
  <div ref="root" class="facts">
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }}
      <template v-if="state === 'conflict'">
        <button type="button" class="text-button" @click="keepMine">{{ t('common.keepMine') }}</button>
        <button type="button" class="text-button" @click="takeNewer">{{ t('common.takeOtherOne') }}</button>
      </template>
    </p>
    <p v-if="restored" class="notice" role="status">{{ t('people.unsavedBack') }}</p>
    <div class="lines">
      <div v-for="name in LINES" :key="name" class="line">
        <label :for="`p-${name}`">{{ called[name] }}</label>
        <input
          :id="`p-${name}`"
          v-model="values[name]"
          class="field"
          dir="auto"
          :placeholder="name === 'greetingName' ? values.firstName : ''"
          :aria-describedby="`p-${name}-said`"
        />
        <p
          v-if="fields[name] || name === 'greetingName'"
          :id="`p-${name}-said`"
          class="small"
          :class="fields[name] ? 'wrong' : 'soft'"
        >
          {{ fields[name] || learnt }}
        </p>
      </div>
      <div class="line">
        <label for="p-form">{{ t('people.form') }}</label>
        <select id="p-form" v-model="values.form" class="field">
          <option value="">{{ t('people.forms.none') }}</option>
          <option value="formal">{{ t('people.forms.formal') }}</option>
          <option value="familiar">{{ t('people.forms.familiar') }}</option>
        </select>
      </div>
    </div>
    <h3>{{ t('people.ownFields') }}</h3>
    <p v-if="!values.fields.length" class="small soft">{{ t('people.ownFieldsAbout') }}</p>
    <datalist id="p-names">
      <option v-for="name in names" :key="name" :value="name" />
    </datalist>
    <div v-for="(field, i) in values.fields" :key="rows.keys.value[i]" class="own">
      <input
        v-model="field.name"
        class="field own-name"
        list="p-names"
        dir="auto"
        :aria-label="t('people.fieldName', { number: i + 1 })"
      />
      <textarea
        v-model="field.value"
        class="field"
        dir="auto"
        :rows="Math.min(4, field.value.split('\n').length)"
        :aria-label="
          field.name ? t('people.fieldValue', { name: field.name }) : t('people.fieldValueOf', { number: i + 1 })
        "
      />
      <button
        type="button"
        class="text-button small"
        :aria-label="t('people.removeField', { name: field.name || i + 1 })"
        @click="remove(i)"
      >
        {{ t('common.remove') }}
      </button>
      <p v-if="fields[`fields[${i}].name`]" class="small wrong" role="alert">{{ fields[`fields[${i}].name`] }}</p>
    </div>
    <p v-if="fields.fields" class="small wrong" role="alert">{{ fields.fields }}</p>
    <div class="foot">
      <button type="button" class="text-button" @click="add">
        <Plus :size="14" aria-hidden="true" />{{ t('people.addField') }}
      </button>
      <span class="small soft" role="status">{{
        state === 'saved' ? t('people.saved') : state === 'waiting' ? t('people.saving') : ''
      }}</span>
    </div>
  </div>
</template>

<style scoped>
.facts {
  container-type: inline-size;
  display: grid;
  gap: var(--s2);
  align-content: start;
}

.lines {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s3);
}

@container (max-width: 300px) {
  .lines {
    grid-template-columns: 1fr;
  }
}

label {
  display: block;
  margin-bottom: 2px;
}

h3 {
  font-weight: 600;
}

.own {
  display: grid;
  grid-template-columns: minmax(90px, 0.6fr) minmax(0, 1fr) auto;
  gap: var(--s1) var(--s2);
  align-items: start;
}

/* It grows with what is written, where the browser can. */
.own textarea {
  field-sizing: content;
  resize: vertical;
}

.own p {
  grid-column: 1 / -1;
}

.foot {
  display: flex;
  justify-content: space-between;
}

.wrong {
  color: var(--warn);
}
</style>
