<script setup lang="ts">
import { Plus } from 'lucide-vue-next';
import type { Settings } from '#shared/schemas/settings';
import { emptyDoc } from '#core/note/schema';

/** The signatures, one for each capacity somebody writes in, and which of them is the usual one. */
const values = defineModel<Settings>({ required: true });
const props = defineProps<{ fields: Record<string, string> }>();

const openId = ref(values.value.signatureAnswer || (values.value.signatures[0]?.id ?? ''));
const at = computed(() => values.value.signatures.findIndex(({ id }) => id === openId.value));
const open = computed(() => values.value.signatures[at.value] ?? null);
const NONE = '';
const choices = computed(() => [
  ...values.value.signatures.map(({ id, name }) => ({ value: id, label: name || t('settings.unnamed') })),
  { value: NONE, label: t('settings.noSignature') },
]);
const problem = computed(() => props.fields[`signatures[${at.value}].name`] ?? props.fields.signatures ?? '');
// What is wrong with one that is not open is gone to.
watch(
  () => Object.keys(props.fields).find((field) => field.startsWith('signatures[')),
  (field) => {
    const wrong = field && values.value.signatures[Number(/\d+/.exec(field)![0])];
    if (wrong) openId.value = wrong.id;
  },
);

function add() {
  const isFirst = !values.value.signatures.length;
  const id = crypto.randomUUID().slice(0, 8);
  values.value.signatures.push({ id, name: isFirst ? t('settings.signature') : '', body: emptyDoc() });
  if (isFirst) values.value.signatureNew = values.value.signatureAnswer = id;
  openId.value = id;
}
function remove() {
  const { id } = open.value!;
  values.value.signatures.splice(at.value, 1);
  for (const usual of ['signatureNew', 'signatureAnswer'] as const)
    if (values.value[usual] === id) values.value[usual] = NONE;
  openId.value = values.value.signatures[0]?.id ?? '';
}
</script>

<template>
  <section aria-labelledby="s-signature">
    <h2 id="s-signature">{{ t('settings.signatures') }}</h2>
    <p class="soft small">{{ t('settings.signatureAbout') }}</p>
    <div class="names">
      <button
        v-for="one in values.signatures"
        :key="one.id"
        type="button"
        class="text-button"
        :aria-pressed="one.id === openId"
        @click="openId = one.id"
      >
        {{ one.name || t('settings.unnamed') }}
      </button>
      <button type="button" class="text-button" @click="add">
        <Plus :size="14" aria-hidden="true" />{{ t('settings.addSignature') }}
      </button>
    </div>
    <template v-if="open">
      <div class="name">
        <label for="s-signature-name">{{ t('common.name') }}</label>
        <el-input id="s-signature-name" v-model="open.name" :placeholder="t('settings.signatureNameHint')" />
        <button type="button" class="text-button" @click="remove">{{ t('common.remove') }}</button>
      </div>
      <p v-if="problem" class="small wrong" role="alert">{{ problem }}</p>
      <SignatureEditor
        :key="open.id"
        :body="open.body"
        :name="open.name || t('settings.unnamed')"
        @change="(body) => (open!.body = body)"
      />
      <div class="usual">
        <label for="s-new">{{ t('settings.forNewMessages') }}</label>
        <el-select id="s-new" v-model="values.signatureNew" size="small">
          <el-option v-for="one in choices" :key="one.value" v-bind="one" />
        </el-select>
        <label for="s-answers">{{ t('settings.forAnswers') }}</label>
        <el-select id="s-answers" v-model="values.signatureAnswer" size="small">
          <el-option v-for="one in choices" :key="one.value" v-bind="one" />
        </el-select>
      </div>
    </template>
  </section>
</template>

<style scoped>
.names {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--s2);
  margin: var(--s2) 0;
}

[aria-pressed='true'] {
  background: var(--green-wash);
  font-weight: 600;
}

.name,
.usual {
  display: flex;
  align-items: center;
  gap: var(--s2);
  margin: var(--s2) 0;
}

.name :deep(.el-input) {
  width: 260px;
}

.usual :deep(.el-select) {
  width: 170px;
}

.wrong {
  color: var(--warn);
}
</style>
