/**
 * Faces for scripts that the book faces do not hold. Split by range: the browser fetches only what stands on the page, and
 * only when the page is there already.
 */
export default defineNuxtPlugin(() => {
  onNuxtReady(
    () =>
      void Promise.all([
        import('@fontsource-variable/noto-sans-hebrew/index.css'),
        import('@fontsource-variable/noto-sans-arabic/index.css'),
        import('@fontsource-variable/noto-sans-jp/index.css'),
        import('@fontsource-variable/noto-sans-kr/index.css'),
        import('@fontsource-variable/noto-sans-sc/index.css'),
      ]).catch(() => {
        // They are read in whatever face the system has.
      }),
  );
});
