import { STAGES } from '../app/shell/stages';
import { WAGTAIL } from './helpers';

/** Every page of a rig, below its address, as the stages register them: what the walks over all pages go through. */
export const PAGES: readonly { address: string; title: string; picture: string | null }[] = [
  ...STAGES.flatMap(({ id, name, pages }) =>
    pages.map(({ path, title, sample, picture }) => {
      const below = sample ?? path;
      const address = below === '' || below.startsWith('?') ? id + below : `${id}/${below}`;
      return { address, title: path === '' ? name : title, picture: picture ?? null };
    }),
  ),
  { address: 'rig', title: 'Rig', picture: null },
];

/** Names of the pictures that the pages of the stages have. */
export const PICTURES: readonly string[] = PAGES.flatMap(({ picture }) => (picture === null ? [] : [picture]));

/** Where a picture is taken in the first demo rig. */
export function addressOf(picture: string): string {
  const page = PAGES.find((one) => one.picture === picture);
  if (!page) throw new Error(`no page has the picture ${picture}`);
  return `${WAGTAIL}/${page.address}`;
}
