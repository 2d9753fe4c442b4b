<script setup lang="ts">
/** Every key of the application, as the table of commands has them. */
const NAMES = Object.keys(COMMANDS) as CommandName[];
const placeOf = (name: CommandName): string => {
  const command = COMMANDS[name];
  return t('place' in command ? `commands.places.${command.place}` : 'commands.places.everywhere');
};
const places = [...new Set(NAMES.map(placeOf))].map((place) => ({
  place,
  names: NAMES.filter((name) => placeOf(name) === place),
}));
</script>

<template>
  <section aria-labelledby="s-keys">
    <h2 id="s-keys">{{ t('settings.keys') }}</h2>
    <I18nT keypath="settings.keysHelp" tag="p" scope="global" class="soft small">
      <template #alt><kbd>Alt</kbd></template>
      <template #tab><kbd>Tab</kbd></template>
    </I18nT>
    <div class="places">
      <table v-for="{ place, names } in places" :key="place">
        <caption>
          {{
            place
          }}
        </caption>
        <tbody>
          <tr v-for="name in names" :key="name">
            <th scope="row"><KeyCaps :command="name" /></th>
            <td>{{ t(`commands.${name}`) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.places {
  margin-top: var(--s2);
  columns: 2;
  column-gap: var(--s5);
}

table {
  break-inside: avoid;
  border-collapse: collapse;
  margin-bottom: var(--s3);
}

caption {
  text-align: left;
  font-weight: 500;
}

th {
  min-width: 84px;
  padding-right: var(--s2);
  white-space: nowrap;
  text-align: left;
  font-weight: 400;
  vertical-align: baseline;
}

td {
  padding: 2px 0;
}
</style>
