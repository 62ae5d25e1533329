/** Why a file is no place that can be brought in, in words that follow its name: “it is cut off”. */
export class PlaceFileError extends Error {
  override name = 'PlaceFileError'
}

/** All that can be wrong with the file of a place. */
export const FAULTS = {
  cutOff: 'it is cut off',
  noGlb: 'it is no .glb: it does not begin with “glTF”',
  version: (version: unknown) => `it is glTF ${String(version).slice(0, 20)}; glTF 2.0 can be read`,
  shorter: (claimed: number, has: number) => `it claims ${claimed} bytes and has ${has}: it is cut off`,
  noDescription: 'its first part is not its description',
  descriptionLonger: 'its description is longer than the file',
  binaryLonger: 'its binary part is longer than the file',
  descriptionIs: (tooMuch: string) => `its description ${tooMuch}`,
  noJson: 'its description is no JSON',
  noJsonObject: 'its description is no JSON object',
  noSense: 'its description does not hold together',
  noList: (name: string) => `its ${name} are no list`,
  noObject: (index: number, name: string) => `number ${index} of its ${name} is no object`,
  namesNothing: (name: string) => `its ${name} name one that is not there`,

  tooLarge: 'it is larger than 64 MiB',
  draco: 'it is compressed with Draco, which is not read here; export it without, or with Meshopt',
  needs: (extension: string) => `it needs ${extension.slice(0, 60)}, which can’t be read here`,
  noTriangles: 'there are no triangles in it',
  unreadable: (why: string) => `it can’t be read: ${why.slice(0, 160)}`,
  partsBeside: 'it names parts beside it: bring those in too, together in a ZIP',

  noZip: 'it is no ZIP that can be read',
  zipHolds: (most: number) => `the ZIP holds more than ${most} files`,
  zipUnfolds: 'the ZIP unfolds to more than 256 MiB',
  zipHasNone: 'there is no .gltf and no .glb in the ZIP',
  zipLacks: (part: string) => `the part “${part.slice(0, 80)}” is not in the ZIP`,

  bufferNowhere: (i: number) => `buffer ${i} is nowhere`,
  bufferNoLength: (i: number) => `buffer ${i} has no length`,
  bufferUnfolds: (i: number) => `buffer ${i} would unfold to more than 512 MiB`,
  bufferShorter: (i: number, claimed: number, has: number) => `buffer ${i} claims ${claimed} bytes and has ${has}`,
  viewOfNone: (i: number) => `buffer view ${i} is of a buffer that is not there`,
  viewNoLength: (i: number) => `buffer view ${i} has no length`,
  viewPastEnd: (i: number) => `buffer view ${i} reaches past its buffer`,
  viewPacked: (i: number) => `buffer view ${i} is packed where nothing is`,
  viewUnfolds: (i: number) => `buffer view ${i} would unfold past its end`,
  accessorKind: (i: number) => `accessor ${i} is of no kind that there is`,
  numbers: 'it claims more than 60 million numbers',
  rangeOfNone: (name: string) => `${name} is of a buffer view that is not there`,
  rangeBefore: (name: string) => `${name} begins before its buffer view`,
  rangeClose: (name: string) => `${name} lies closer together than it is wide`,
  rangePastEnd: (name: string) => `${name} reaches past its buffer view`,
  sparseNotWhole: (name: string) => `${name} is not whole`,
  sparseClaims: (name: string) => `${name} claims more than it has`,
  twoParents: (node: number) => `node ${node} hangs under two others`,
  nodeOfNoMesh: (node: number) => `node ${node} is of a mesh that is not there`,
  nodeOfNoSkin: (node: number) => `node ${node} is of a skin that is not there`,
  ring: 'its nodes hang in a ring, or more than 200 deep',
  meshOfNone: (mesh: number) => `mesh ${mesh} is of an accessor that is not there`,
  instancesOfNone: 'instances are of an accessor that is not there',
  shownNumbers: 'its parts, as often as they are shown, come to more than 60 million numbers',

  noNumber: 'a corner is at no number',
  noCorner: 'a triangle has a corner that is not there',
  noCorners: 'a part has no corners',
} as const

/** @throws PlaceFileError always */
export function wrong(words: string): never {
  throw new PlaceFileError(words)
}
