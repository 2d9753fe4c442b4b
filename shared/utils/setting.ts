/** Whether a setting of the environment is on: nothing, "no", "off", "false" and 0 leave it off. */
export const isOn = (setting: unknown): boolean => !/^(|no|off|false|0)$/i.test(String(setting ?? '').trim());
