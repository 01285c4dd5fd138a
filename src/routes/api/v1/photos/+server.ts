import { api, json, readBytes } from '$lib/server/http/api';
import { problem } from '$lib/server/http/problem';
import { PHOTO_BYTES, type PhotoFault } from '$lib/server/files/photos';

const FAULTS: Record<PhotoFault, string> = {
  'not-a-photograph': 'JPEG, PNG, WebP, HEIF and TIFF are read; this is none of them, or it is broken.',
  'too-many-pixels':
    'It unfolds to more than is looked at: 80 million pixels of a JPEG or HEIF, 30 million of others, 16 000 a side. Send a smaller one.',
  empty: 'Nothing came.'
};

/** Takes a photograph in; the answer's name is then written into a `note`. */
export const POST = api(async ({ request, url }, { photos }) => {
  const bytes = await readBytes(request, PHOTO_BYTES);
  const kept = await photos.keep(bytes, { keepPlace: url.searchParams.get('keepPlace') === '1' });
  if (!kept.ok)
    return problem({ status: 422, title: 'Not a photograph to keep', detail: FAULTS[kept.fault] });
  const { file, width, height } = kept;
  return json({ photo: file, width, height }, 201);
});
