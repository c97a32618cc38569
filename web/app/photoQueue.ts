/** Pictures on their way: kept in the browser for the person who took them until the server has them, however long that takes. */
import type { OperationDraft } from '../../core/document/index.ts';
import { api, csrfHeaders } from './api.ts';
import { newId } from './ids.ts';
import { photoOutbox, refusedWork, type WaitingPhoto } from './offlineStore.ts';
import { answerOf, personOf, recount, type Thunk } from './sending.ts';
import { type SendAnswer, sendVerdict } from './sendVerdict.ts';

const LONGEST_SIDE_PX = 2000;

type PhotoDraft = Extract<OperationDraft, { kind: 'addPhoto' }>;

/**
 * Keeps a picture of the open unit to be sent, and gives the operation that puts it with the unit. Null when the browser
 * cannot read it as a picture: then the server could not either.
 */
export const keepPhoto =
  (file: Blob, given: { caption: string; stepKey: string | null }): Thunk<Promise<PhotoDraft | null>> =>
  async (dispatch, getState) => {
    const size = await createImageBitmap(file).catch(() => null);
    const person = personOf(getState());
    const { open } = getState().unit;
    if (!size || !person || !open) return null;
    const scale = Math.min(1, LONGEST_SIDE_PX / Math.max(size.width, size.height));
    const id = newId();
    await photoOutbox.put({
      id,
      unitId: open.id,
      unitTag: open.build.unit.tag,
      personId: person.id,
      personName: person.name,
      bytes: file,
    });
    void dispatch(sendPhotos());
    const [width, height] = [Math.round(size.width * scale), Math.round(size.height * scale)];
    return { kind: 'addPhoto', photo: { id, width, height, ...given } };
  };

let sending = false;
let retry: ReturnType<typeof setTimeout> | undefined;
let tried = { tries: 0, errors: 0 };

/** Sends what waits of the signed-in person, one by one; tries again later when that cannot be. Safe to call at any time. */
export const sendPhotos = (): Thunk<Promise<void>> => async (dispatch, getState) => {
  if (sending) return;
  sending = true;
  clearTimeout(retry);
  try {
    for (;;) {
      const person = personOf(getState());
      const [photo] = person ? await photoOutbox.of(person.id) : [];
      await dispatch(recount());
      if (!photo || !(await dispatch(sendOne(photo)))) return;
    }
  } finally {
    sending = false;
  }
};

/** True when the next one can go. */
const sendOne =
  (photo: WaitingPhoto): Thunk<Promise<boolean>> =>
  async (dispatch) => {
    const answer = await put(photo);
    const verdict = sendVerdict(answer, 1, tried.tries, tried.errors);
    if (verdict.kind === 'later') {
      tried = {
        tries: tried.tries + 1,
        errors: tried.errors + (answer.status >= 500 && answer.status !== 503 ? 1 : 0),
      };
      retry = setTimeout(() => void dispatch(sendPhotos()), verdict.afterMs);
      return false;
    }
    tried = { tries: 0, errors: 0 };
    if (verdict.kind === 'signIn' || verdict.kind === 'renew') {
      // With a token of the own session it is tried again when its person comes in.
      await dispatch(api.endpoints.session.initiate(undefined, { forceRefetch: true, subscribe: false }));
      retry = setTimeout(() => void dispatch(sendPhotos()), RENEWED_MS);
      return false;
    }
    if (verdict.kind === 'refused') {
      const { id, unitId, unitTag, personId } = photo;
      const at = new Date().toISOString();
      const what = 'a picture';
      const { message } = verdict;
      await refusedWork.put({
        id,
        unitId,
        unitTag,
        personId,
        at,
        operation: null,
        what,
        message,
        field: '',
        theirs: null,
      });
    }
    await photoOutbox.remove(photo.id);
    return true;
  };

const RENEWED_MS = 3000;

async function put({ unitId, id, bytes }: WaitingPhoto): Promise<SendAnswer> {
  try {
    const response = await fetch(`/api/units/${unitId}/photos/${id}`, {
      method: 'PUT',
      headers: { ...csrfHeaders(), 'content-type': bytes.type },
      body: bytes,
    });
    return await answerOf(response);
  } catch {
    return { status: 0, code: null, message: null, retryAfterS: null };
  }
}
