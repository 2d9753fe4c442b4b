<script setup lang="ts">
import { COMMAND_NAMES, commandOf, keyOf, keyProblem, type CommandName, type OwnKeys } from '#shared/utils/commands';
import type { Phrase } from '#core/text/phrase';

/** Every key of the application, as the table of commands has them, and the keys chosen instead. */
const props = defineProps<{ own: OwnKeys }>();
const emit = defineEmits<{ change: [own: OwnKeys] }>();

const PLACES = ['desk', 'bench', 'library', 'lookups', 'text', 'everywhere'] as const;
const placeOf = (name: CommandName) => commandOf(name).place ?? 'everywhere';
const places = PLACES.map((place) => ({ place, names: COMMAND_NAMES.filter((name) => placeOf(name) === place) }));

/** The command whose next key is waited for. */
const waiting = ref<CommandName | null>(null);
const problem = ref<{ name: CommandName; why: Phrase } | null>(null);

function wait(name: CommandName) {
  problem.value = null;
  waiting.value = waiting.value === name ? null : name;
}

function set(name: CommandName, key: string) {
  const { [name]: _, ...others } = props.own;
  emit('change', key === commandOf(name).key ? others : { ...others, [name]: key });
}

/** Takes the key that is pressed while one is waited for. Escape leaves it as it is, Tab goes on. */
function take(event: KeyboardEvent, name: CommandName) {
  if (waiting.value !== name || /^(Alt|Control|Shift|Meta|Tab|AltGraph)$/.test(event.key)) return;
  event.preventDefault();
  event.stopPropagation();
  if (event.key === 'Escape') return void (waiting.value = null);
  const key = pressedKey(event);
  const why = keyProblem(name, key, props.own);
  problem.value = why && { name, why };
  if (why) return;
  waiting.value = null;
  set(name, key);
}
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
            t(`commands.places.${place}`)
          }}
        </caption>
        <tbody>
          <tr v-for="name in names" :key="name">
            <th scope="row">{{ t(`commands.${name}`) }}</th>
            <td>
              <span v-if="commandOf(name).fixed" class="key"><KeyCaps :keys="keyOf(name)" /></span>
              <button
                v-else
                type="button"
                class="key plain-button"
                :class="{ own: own[name] }"
                :aria-label="
                  t('settings.changeKey', { command: t(`commands.${name}`), key: capsOf(keyOf(name, own)).join(' ') })
                "
                @click="wait(name)"
                @blur="waiting = null"
                @keydown="(event) => take(event, name)"
              >
                <span v-if="waiting === name" class="small waits" role="status">{{ t('settings.pressKey') }}</span>
                <KeyCaps v-else :keys="keyOf(name, own)" />
              </button>
              <button v-if="own[name]" type="button" class="text-button small" @click="set(name, commandOf(name).key)">
                {{ t('settings.usualKey') }}
              </button>
              <p v-if="problem?.name === name" class="small wrong" role="alert">{{ say(problem.why) }}</p>
            </td>
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
  width: 100%;
  break-inside: avoid;
  border-collapse: collapse;
  margin-bottom: var(--s4);
}

caption {
  text-align: left;
  font-weight: 600;
  padding-bottom: var(--s1);
}

th {
  padding: 2px var(--s2) 2px 0;
  text-align: left;
  font-weight: 400;
  vertical-align: baseline;
}

td {
  width: 1%;
  padding: 2px 0;
  white-space: nowrap;
  vertical-align: baseline;
}

.key {
  display: inline-block;
  min-width: 108px;
  padding: 1px var(--s1);
}

button.key {
  border-bottom: 1px dotted var(--rule-strong);
}

.own {
  font-weight: 600;
}

.waits {
  color: var(--apricot-ink);
}

.wrong {
  max-width: 220px;
  white-space: normal;
  color: var(--warn);
}
</style>
