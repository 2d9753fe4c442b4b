import { ValidationError, type ObjectSchema } from 'yup';
import type { Phrase } from '#core/text/phrase';
import { fieldProblems } from '#shared/schemas/problems';

const saidOf = (fields: Record<string, Phrase>) =>
  Object.fromEntries(Object.entries(fields).map(([name, words]) => [name, say(words)]));

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
        const { '': whole, ...others } = saidOf(fieldProblems(error));
        fields.value = others;
        problem.value = Object.keys(others).length ? '' : (whole ?? '');
      } else if (error instanceof ApiError) {
        fields.value = saidOf(error.data.fields ?? {});
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
