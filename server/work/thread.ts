import { PlainBlob } from './plainBlob';
import { tasks } from './tasks';

// In a thread of its own; nothing else in it makes a Blob.
globalThis.Blob = PlainBlob as unknown as typeof Blob;

/** Does one task; what a worker thread is asked for. */
export default function run({ name, input }: { name: keyof typeof tasks; input: never }): Promise<unknown> {
  return tasks[name](input);
}
