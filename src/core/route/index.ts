export * from './walking-time';
export * from './legs';
export * from './timetable';
