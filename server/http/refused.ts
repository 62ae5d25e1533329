import { Refusal } from './refusal'

/** What the server won't do, in words that more than one place says or whoever asks may look for. */
export const REFUSED = {
  noShow: () => new Refusal(404, 'There is no such show'),
  noRevision: () => new Refusal(404, 'There is no such revision'),
  noTake: () => new Refusal(404, 'There is no such take'),
  noFile: () => new Refusal(404, 'There is no such file'),
  noSound: () => new Refusal(404, 'There is no such sound'),
  notInBin: () => new Refusal(409, 'Only a show in the bin can be deleted for good'),
  inAnotherShow: () => new Refusal(409, 'This edit has been made in another show'),
  othersAsk: () => new Refusal(503, 'Others ask how things fly, too; ask again in a moment'),
  fliesTooLong: () => new Refusal(503, 'How things fly takes too long to work out here; ask again in a moment'),
  measuredHere: () => new Refusal(409, 'That file is measured here'),
  noKind: () => new Refusal(422, 'The file is neither a .glb nor a sound of a kind that is known here'),
  noRoomToRead: () => new Refusal(422, 'It takes more memory to be read than there is'),
  readsTooLong: () => new Refusal(422, 'It takes too long to be read'),
  noTitle: () => new Refusal(400, 'title: must not be empty'),
  noSince: () => new Refusal(400, 'since: must be a revision of the show'),
  noBefore: () => new Refusal(400, 'before: must be a revision of the show'),
  noEnvelope: () => new Refusal(400, 'envelope: must be 32-bit floats'),
  notNamedAfter: (name: string) => new Refusal(422, `"${name}" in the ZIP is not the file it is named after`),
  atRevision: (now: number, asked: number) => new Refusal(409, `This show is at revision ${now}, not at ${asked}`),
}
