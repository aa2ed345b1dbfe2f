import { documentFormat, type DocumentFormat } from '../basics/index.ts';
import type { CampaignContent } from './campaign.ts';

/** How a campaign is stored. */
export const campaignFormat: DocumentFormat<CampaignContent> = documentFormat('campaign', []);
