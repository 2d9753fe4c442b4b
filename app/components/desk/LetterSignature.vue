<script setup lang="ts">
import type { Signature } from '#core/note/signature';
import { toHtml } from '#core/note/html';
import { isEmptyDoc, parseDoc } from '#core/note/schema';

/** The signature under the letter, and the others that may stand there. */
const props = defineProps<{
  signatures: Signature[];
  current: Signature | null;
  /** One chosen for this person before, which is not the one that stands here. */
  proposed: Signature | null;
}>();
const emit = defineEmits<{ choose: [id: string] }>();

const html = computed(() => {
  const doc = props.current?.body;
  return doc && !isEmptyDoc(doc) ? toHtml(parseDoc(doc), (file) => `/api/files/${file}`) : '';
});
const others = computed(() => props.signatures.filter(({ id }) => id !== props.current?.id));
</script>

<template>
  <div class="signed">
    <!-- eslint-disable-next-line vue/no-v-html -- rendered and escaped by core/note -->
    <div v-if="html" class="letter signature" :aria-label="t('desk.yourSignature')" v-html="html" />
    <I18nT
      v-else-if="!signatures.length"
      keypath="desk.noSignatureYet"
      tag="p"
      scope="global"
      class="small soft signature"
    >
      <template #write
        ><NuxtLink to="/settings">{{ t('desk.writeOne') }}</NuxtLink></template
      >
    </I18nT>
    <p v-if="proposed" class="small" role="status">
      {{ t('desk.signatureBefore', { name: proposed.name }) + ' ' }}
      <button type="button" class="text-button small" @click="emit('choose', proposed.id)">
        {{ t('desk.takeSignature') }}
      </button>
    </p>
    <p
      v-if="signatures.length > 1 || (signatures.length && !current)"
      class="small soft others"
      :aria-label="t('desk.otherSignatures')"
      role="group"
      :aria-keyshortcuts="shortcutOf('nextSignature')"
    >
      {{ current ? t('desk.signedAs', { name: current.name }) : t('desk.notSigned') }}
      <button
        v-for="one in others"
        :key="one.id"
        type="button"
        class="text-button small"
        @click="emit('choose', one.id)"
      >
        {{ one.name }}
      </button>
      <button v-if="current" type="button" class="text-button small" @click="emit('choose', '')">
        {{ t('desk.withoutSignature') }}
      </button>
    </p>
  </div>
</template>

<style scoped>
.signed {
  cursor: default;
}

.signature {
  margin-top: var(--s3);
  color: var(--ink-soft);
  font-size: 14.5px;
}

.others {
  margin-top: var(--s1);
}
</style>
