import { ValidationError, type ObjectSchema } from 'yup';

/** A form checked with the same schema as the server's: messages by field, one problem for the whole. */
export function useForm<T extends object>(schema: ObjectSchema<T>) {
  const fields = ref<Record<string, string>>({});
  const problem = ref('');
  /** What kind of problem it is; empty for none. */
  const code = ref('');
  const busy = ref(false);

  /** Checks and then does the work; false when either failed, with the messages set. */
  async function submit(values: unknown, work: (valid: T) => Promise<unknown>): Promise<boolean> {
    if (busy.value) return false;
    fields.value = {};
    problem.value = code.value = '';
    busy.value = true;
    try {
      await work((await schema.validate(values, { abortEarly: false, stripUnknown: true })) as T);
      return true;
    } catch (error) {
      if (error instanceof ValidationError) {
        fields.value = Object.fromEntries(error.inner.map((e) => [e.path ?? '', e.message]).reverse());
        problem.value = Object.keys(fields.value).length ? '' : error.message;
      } else if (error instanceof ApiError) {
        fields.value = error.data.fields ?? {};
        problem.value = error.message;
        code.value = error.data.code;
      } else throw error;
      return false;
    } finally {
      busy.value = false;
    }
  }

  /** What was said of a field is gone as soon as it is changed. */
  function follow(values: object): void {
    watch(
      () => ({ ...values }) as Record<string, unknown>,
      (now, before) => {
        for (const name of Object.keys(now)) if (now[name] !== before[name]) delete fields.value[name];
      },
    );
  }

  return { fields, problem, code, busy, submit, follow };
}
