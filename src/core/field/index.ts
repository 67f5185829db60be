export { AnswerEvent, EventBatch, FieldEvent, SightingEvent, clockOffsetMs } from './events';
