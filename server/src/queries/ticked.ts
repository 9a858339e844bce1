/** The lines ticked so far with one of them ($3) ticked ($4) or not any more: what others tick at the same time stays. */
export const TICKED = `(ticked - $3::text) || CASE WHEN $4::boolean THEN jsonb_build_array($3::text) ELSE '[]' END`;
