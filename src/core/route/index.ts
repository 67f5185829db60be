export * from './walking-time';
export * from './legs';
export * from './timetable';
export * from './turning-back';
