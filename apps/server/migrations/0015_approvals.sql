ALTER TABLE "review_links" RENAME TO "approval_links";--> statement-breakpoint
ALTER INDEX "review_links_by_funnel" RENAME TO "approval_links_by_funnel";--> statement-breakpoint
ALTER TABLE "approval_links" RENAME CONSTRAINT "review_links_token_hash_unique" TO "approval_links_token_hash_unique";--> statement-breakpoint
ALTER TABLE "approval_links" RENAME CONSTRAINT "review_links_client_id_clients_id_fk" TO "approval_links_client_id_clients_id_fk";--> statement-breakpoint
ALTER TABLE "approval_links" RENAME CONSTRAINT "review_links_funnel_id_funnels_id_fk" TO "approval_links_funnel_id_funnels_id_fk";--> statement-breakpoint
ALTER TABLE "remarks" RENAME CONSTRAINT "remarks_link_id_review_links_id_fk" TO "remarks_link_id_approval_links_id_fk";
