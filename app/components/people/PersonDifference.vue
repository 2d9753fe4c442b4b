<script setup lang="ts">
import type { Person } from '#shared/types/person';
import type { BundlePerson } from '#shared/schemas/bundle';
import { blankKey } from '#core/blank/kinds/key';

/** What a file says of a person, beside what is known of them. */
const props = defineProps<{ mine: Person | null; brought: BundlePerson }>();

const LINES = [
  ['fullName', t('desk.fullName')],
  ['firstName', t('desk.firstName')],
  ['lastName', t('desk.lastName')],
  ['company', t('desk.company')],
  ['greetingName', t('people.greetingName')],
] as const;
const rows = computed(() => {
  const { mine, brought } = props;
  const known = new Map(mine?.fields.map(({ name, value }) => [blankKey(name), value]));
  return [
    {
      name: t('people.addresses'),
      mine: mine?.address ?? '',
      file: [brought.address, ...brought.addresses].join(', '),
    },
    ...LINES.map(([field, name]) => ({ name, mine: mine?.[field] ?? '', file: brought[field] ?? '' })),
    ...brought.fields.map(({ name, value }) => ({ name, mine: known.get(blankKey(name)) ?? '', file: value })),
  ].filter(({ file }) => file);
});
</script>

<template>
  <table>
    <thead>
      <tr>
        <td />
        <th v-if="mine" scope="col">{{ t('people.now') }}</th>
        <th scope="col">{{ t('people.file') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.name">
        <th scope="row" class="soft" dir="auto">{{ row.name }}</th>
        <td v-if="mine" dir="auto">{{ row.mine || '–' }}</td>
        <td dir="auto" :class="{ other: mine && row.file !== row.mine }">{{ row.file }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  border-collapse: collapse;
}

th,
td {
  padding: 2px var(--s4) 2px 0;
  text-align: start;
  vertical-align: baseline;
  white-space: pre-line;
}

tbody th {
  font-weight: 400;
}

.other {
  font-weight: 600;
}
</style>
