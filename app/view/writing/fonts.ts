/** What pictures are written with, for pages and workers that do not have the styles of the application. */

/** @param fonts of the page or the worker @param medium and @param bold addresses of Inter in these weights */
export async function loadInter(fonts: FontFaceSet, medium: string, bold: string): Promise<void> {
  for (const [url, weight] of [
    [medium, '500'],
    [bold, '600'],
  ] as const)
    fonts.add(await new FontFace('Inter', `url(${url})`, { weight }).load())
}
