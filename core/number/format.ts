const formats = new Map<string, Intl.NumberFormat>();

/** The formatter of a locale for these options, made once: making one costs more than using it a thousand times. */
export function numberFormat(locale: string, options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = `${locale}|${JSON.stringify(options)}`;
  let format = formats.get(key);
  if (!format) formats.set(key, (format = new Intl.NumberFormat(locale, options)));
  return format;
}

/** Whether `code` is a currency of ISO 4217 that `Intl` knows. */
export function isCurrency(code: unknown): code is string {
  return typeof code === 'string' && /^[A-Z]{3}$/.test(code) && Intl.supportedValuesOf('currency').includes(code);
}

/** A number as the locale writes it, followed by its unit where it has one. */
export function formatNumber(value: number, locale: string, unit = '', decimals: number | null = null): string {
  const digits =
    decimals === null
      ? { maximumFractionDigits: 10 }
      : { minimumFractionDigits: decimals, maximumFractionDigits: decimals };
  const text = numberFormat(locale, digits).format(value);
  return unit ? `${text}\u00a0${unit}` : text;
}

/** An amount as the locale writes it. A whole amount is written without its hundredths when `short` says so. */
export function formatMoney(value: number, currency: string, locale: string, short = false): string {
  const code = isCurrency(currency) ? currency : 'EUR';
  return numberFormat(locale, {
    style: 'currency',
    currency: code,
    ...(short && { trailingZeroDisplay: 'stripIfInteger' }),
  } as Intl.NumberFormatOptions).format(value);
}
