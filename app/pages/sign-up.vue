<script setup lang="ts">
import { signUpSchema } from '#shared/schemas/account';
import { useAccountStore } from '~/stores/account';

definePageMeta({ layout: 'door' });

const store = useAccountStore();
const { locale, timeZone } = new Intl.DateTimeFormat().resolvedOptions();
const values = reactive({ name: '', address: '', password: '', locale, timeZone });
const { fields, problem, busy, submit, follow } = useForm(signUpSchema);
follow(values);

async function enter() {
  if (await submit(values, (valid) => store.enter('sign-up', valid))) await navigateTo('/');
}
</script>

<template>
  <div class="entry">
    <h1 class="name">Jar Note</h1>
    <p class="what">An account of your own, on this installation.</p>
    <el-form label-position="top" @submit.prevent="enter">
      <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <el-form-item label="Your name, as clients know you" :error="fields.name" for="name">
        <el-input id="name" v-model="values.name" autocomplete="name" autofocus />
      </el-form-item>
      <el-form-item label="E-mail address" :error="fields.address" for="address">
        <el-input id="address" v-model="values.address" type="email" autocomplete="username" />
      </el-form-item>
      <el-form-item label="Password (10 characters or more)" :error="fields.password" for="password">
        <el-input id="password" v-model="values.password" type="password" autocomplete="new-password" />
      </el-form-item>
      <el-button type="primary" native-type="submit" :loading="busy" class="wide">Make the account</el-button>
    </el-form>
    <p class="other">Already have one? <NuxtLink to="/sign-in">Sign in</NuxtLink></p>
  </div>
</template>

<style scoped src="../styles/door.css"></style>
