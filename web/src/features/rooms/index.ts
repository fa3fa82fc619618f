export { inRoom, useRoom, useRooms } from './api';
export { RoomPage } from './RoomPage';
export { OpenRooms } from './OpenRooms';
export { TakeRoomIn } from './TakeRoomIn';
