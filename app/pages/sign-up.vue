<script setup lang="ts">
import { signUpSchema } from '#shared/schemas/account';
import { useAccountStore } from '~/stores/account';

definePageMeta({ layout: 'door' });

const store = useAccountStore();
const { goIn } = useDoor();
const { locale, timeZone } = new Intl.DateTimeFormat().resolvedOptions();
const values = reactive({ name: '', address: '', password: '', locale, timeZone });
const { fields, problem, busy, submit, follow } = useForm(signUpSchema);
follow(values);

async function enter() {
  if (await submit(values, (valid) => store.enter('sign-up', valid))) await goIn();
}
</script>

<template>
  <div class="entry">
    <h1 class="name">{{ t('common.jarNote') }}</h1>
    <p class="what">{{ t('account.aboutAccount') }}</p>
    <el-form label-position="top" @submit.prevent="enter">
      <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <el-form-item :label="t('common.yourName')" :error="fields.name" for="name">
        <el-input id="name" v-model="values.name" autocomplete="name" autofocus />
      </el-form-item>
      <el-form-item :label="t('account.address')" :error="fields.address" for="address">
        <el-input id="address" v-model="values.address" type="email" autocomplete="username" />
      </el-form-item>
      <el-form-item :label="t('account.newPassword')" :error="fields.password" for="password">
        <el-input id="password" v-model="values.password" type="password" autocomplete="new-password" />
      </el-form-item>
      <el-button type="primary" native-type="submit" :loading="busy" class="wide">{{
        t('account.makeAccount')
      }}</el-button>
    </el-form>
    <p class="other">
      {{ t('account.alreadyHaveOne') }}
      <NuxtLink :to="{ path: '/sign-in', query: $route.query }">{{ t('account.signIn') }}</NuxtLink>
    </p>
  </div>
</template>

<style scoped src="../styles/door.css"></style>
