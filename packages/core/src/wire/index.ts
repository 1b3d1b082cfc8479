export { keyOf } from './dc09/sealed.ts';
export { onceKind, polledEvent, textEvent, textKind, wayOutEvent } from './call.ts';
export { lineCall } from './line/ear.ts';
export { bytesOf, type Call, clockRefuses, type Ear, type Fate, joined, type Piece, type Read } from './call.ts';
export { contactIdCheck } from './dc09/contact-id.ts';
export { crc16 } from './dc09/crc.ts';
export { clockWindow } from './dc09/ear.ts';
export { cutFrames, type FrameCutter, newFrameCutter, parseTimestamp, readFrame, writeFrame } from './dc09/frames.ts';
export { callsOf, formOf, postedForms, type PostedForm, readBody, sniffed } from './posted/posted.ts';
export { isName, mostBody, parsedJson } from './posted/rows.ts';
export { exampleCall } from './example.ts';
export {
  askedKinds,
  type AskedKind,
  forListeners,
  isAskedKind,
  isListenerKind,
  isStreamKind,
  type ListenerKind,
  listenerKinds,
  listeners,
  type StreamKind,
  whyWords,
} from './listeners.ts';
export * from './programming/lines.ts';
export * from './programming/session.ts';
export * from './modbus/master.ts';
export * from './modbus/modbus.ts';
export * from './raw/records.ts';
export { rawNot, recordPiece, signOnIn, signOnPiece } from './raw/inbound.ts';
export {
  bytesOfHex,
  type FromGateway,
  type Heard as HeardByGateway,
  hexOf,
  readForwarder,
  toBase64,
  writeForwarderAck,
  writeGateway,
  writeSend,
} from './radio/forwarder.ts';
export {
  answerWindow,
  isRegion,
  openRadioFrame,
  type RadioFrame,
  readRadioFrame,
  type SessionKeys,
  writeRadioAck,
  writeUplink,
} from './radio/lorawan.ts';
export { type Decoded, flatData, nodeName, nodePiece, radioNot, statusPiece } from './radio/uplink.ts';
export * from './sealed/box.ts';
export { isPin, pinKey, pinMark } from './sealed/pin.ts';
export * from './sms/pdu.ts';
export { type Found, foundLabels, type FoundName, isFoundName } from './answer/found.ts';
export { jpegSize, mostPicture, pictureStep, type PictureSize } from './picture/picture.ts';
export { mask, maskText, type OwnSecrets } from './answer/mask.ts';
export { isServiceApn } from './page/values.ts';
export { nameWords } from './answer/name-words.ts';
export { maskPlaces, type Place, tokenLength, tokensOf } from './answer/tokens.ts';
export { repeatsAnswers } from './answer/repeats.ts';
export { type Pinged, readPing } from './answer/ping.ts';
export { type AnswerWords, mostAnswer, type NotUnderstood, readAnswer, type ReadAnswer } from './answer/read.ts';
export { cmeErrors, cmsErrors } from './at/errors.ts';
export { emmCauses, esmCauses, type Technology, technologies } from './at/causes.ts';
