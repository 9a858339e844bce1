export { textureOf, textureTile, TEXTURES, TILE_MM, type TextureName } from './texture';
export { heightOf, roundPicture, seenOnCup, type FlatPicture, type RoundView } from './round';
