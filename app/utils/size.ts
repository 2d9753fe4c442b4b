export { fileSize } from '#core/number/size';
