export { isSkipped, type Meeting, meetingAt, meetingsOf, mostMeetings, repeatsFault, startOf } from './meetings';
export { attendedMs, hereMs, isHere, planSpans, type RoomFacts, type RoomState, roomState, type Stay } from './room';
export { liveSchema } from './schema';
export { type LiveForm, type LivePart, type LiveSettings, liveForms, usualLive } from './settings';
