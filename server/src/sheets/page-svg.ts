import { pageToSvg, type PagePicture, type PictureSource, type SheetPage } from '@nobrel/core/sheets';

/** A page as SVG with the parts of the reference on it inside the file; without a reference they are left out. */
export async function pageSvg(page: SheetPage, picture: PictureSource | undefined): Promise<string> {
  if (!picture) return pageToSvg(page);
  const parts = new Map<PagePicture, string>();
  for (const item of page.items) {
    if (item.kind !== 'picture') continue;
    const size = { width: Math.hypot(...item.across), height: Math.hypot(...item.down) };
    const jpeg = Buffer.from(await picture(item.window, item.look, size));
    parts.set(item, `data:image/jpeg;base64,${jpeg.toString('base64')}`);
  }
  return pageToSvg(page, (item) => parts.get(item) ?? '');
}
