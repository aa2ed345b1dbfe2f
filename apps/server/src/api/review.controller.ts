import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Ask, Bind, Caller, type Who } from '../platform/http/bind.ts';
import { ReviewService } from '../domains/approvals/review.service.ts';

@Controller()
export class ReviewController {
  constructor(private readonly reviews: ReviewService) {}

  @Bind(api.listReviews)
  async list(
    @Ask() { params }: Asked<typeof api.listReviews>,
  ): Promise<Answer<typeof api.listReviews>> {
    return { reviews: await this.reviews.list(params.funnelId) };
  }

  @Bind(api.createReview)
  async create(
    @Ask() { params, body }: Asked<typeof api.createReview>,
    @Caller() who: Who,
  ): Promise<Answer<typeof api.createReview>> {
    return { href: await this.reviews.create(params.funnelId, body.days, who) };
  }

  @Bind(api.closeReview)
  async close(
    @Ask() { params }: Asked<typeof api.closeReview>,
  ): Promise<Answer<typeof api.closeReview>> {
    await this.reviews.close(params.reviewId);
    return {};
  }

  @Bind(api.finishRemark)
  async finish(
    @Ask() { params, body }: Asked<typeof api.finishRemark>,
  ): Promise<Answer<typeof api.finishRemark>> {
    await this.reviews.setDone(params.remarkId, body.done);
    return {};
  }
}
