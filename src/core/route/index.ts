export * from './walking-time';
export * from './timetable';
