export { GatewayModule } from './gateway.module.ts';
export { FeedMachineEntity, FeedPollEntity, HourFeedEntity, HourFeedSecretEntity } from './hour-feed.entity.ts';
