<script setup lang="ts">
import { SECURITY, type MailServer } from '#shared/schemas/mailbox';

/** How one server of a mailbox is reached. */
const props = defineProps<{ side: 'receiving' | 'sending'; fields: Record<string, string> }>();
const server = defineModel<MailServer>({ required: true });

const title = computed(() => t(`mailSettings.${props.side}`));
const wrong = (name: string) => props.fields[`${props.side}.${name}`] ?? '';
/** The usual port of each kind of line (RFC 8314 7.3, RFC 6409 3.1, RFC 3501 2.1). */
const PORTS = {
  receiving: { tls: 993, starttls: 143, none: 143 },
  sending: { tls: 465, starttls: 587, none: 25 },
} as const;
function choose(security: MailServer['security']) {
  const usual = Object.values(PORTS[props.side]) as number[];
  // A port that was typed stays.
  if (usual.includes(server.value.port)) server.value.port = PORTS[props.side][security];
  server.value.security = security;
}
</script>

<template>
  <fieldset>
    <legend>{{ title }}</legend>
    <div class="line">
      <el-form-item :label="t('mailSettings.server')" :error="wrong('host')" :for="`m-${side}-host`" class="host">
        <el-input
          :id="`m-${side}-host`"
          v-model="server.host"
          :aria-label="t('mailSettings.serverOf', { side: title })"
          @input="server.certificate = ''"
        />
      </el-form-item>
      <el-form-item :label="t('mailSettings.port')" :error="wrong('port')" :for="`m-${side}-port`">
        <el-input
          :id="`m-${side}-port`"
          :model-value="String(server.port || '')"
          inputmode="numeric"
          :aria-label="t('mailSettings.portOf', { side: title })"
          @update:model-value="(typed: string) => (server.port = Number(typed.replace(/\D/g, '')))"
        />
      </el-form-item>
      <el-form-item :label="t('mailSettings.security')" :for="`m-${side}-security`">
        <el-select
          :id="`m-${side}-security`"
          :model-value="server.security"
          :aria-label="t('mailSettings.securityOf', { side: title })"
          @update:model-value="choose"
        >
          <el-option v-for="one in SECURITY" :key="one" :value="one" :label="t(`mailSettings.securities.${one}`)" />
        </el-select>
      </el-form-item>
      <el-form-item :label="t('mailSettings.user')" :error="wrong('user')" :for="`m-${side}-user`" class="user">
        <el-input
          :id="`m-${side}-user`"
          v-model="server.user"
          autocomplete="off"
          :aria-label="t('mailSettings.userOf', { side: title })"
        />
      </el-form-item>
    </div>
    <p v-if="server.certificate" class="small soft">
      {{ t('mailSettings.trusted') }}
      <button type="button" class="text-button small" @click="server.certificate = ''">
        {{ t('mailSettings.untrust') }}
      </button>
    </p>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0 0 var(--s2);
  padding: 0;
}

legend {
  padding: 0;
  font-weight: 600;
}

.line {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) 76px 150px minmax(0, 1.4fr);
  gap: var(--s2);
}

.line :deep(.el-form-item) {
  margin-bottom: var(--s2);
}
</style>
