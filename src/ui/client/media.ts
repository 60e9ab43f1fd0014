/** Where the studio gets at renditions of pictures. */
export const mediaPath = (
  site: string,
  picture: { readonly file: string; readonly type: string },
  width: number,
): string =>
  `/api/studio/${site}/media/${picture.type === "image/svg+xml" ? `${picture.file}.svg` : `${picture.file}-${width}.webp`}`;
