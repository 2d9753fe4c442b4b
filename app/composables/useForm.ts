import { ValidationError, type ObjectSchema } from 'yup';

/** A form checked with the same schema as the server's: messages by field, one problem for the whole. */
export function useForm<T extends object>(schema: ObjectSchema<T>) {
  const fields = ref<Record<string, string>>({});
  const problem = ref('');
  const busy = ref(false);

  /** Checks and then does the work; false when either failed, with the messages set. */
  async function submit(values: unknown, work: (valid: T) => Promise<unknown>): Promise<boolean> {
    if (busy.value) return false;
    fields.value = {};
    problem.value = '';
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
      } else throw error;
      return false;
    } finally {
      busy.value = false;
    }
  }

  return { fields, problem, busy, submit };
}
