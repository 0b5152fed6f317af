-- Browsers whose rows an account took over. The answer to that may be lost on the way: the browser then goes on by its
-- old id and sends again what the account has by now. Kept as long as the browser's cookie lasts.
create table joined_browsers (
    browser uuid primary key,
    account uuid not null references accounts (owner_id) on delete cascade,
    at timestamptz not null default now()
);
create index joined_browsers_by_account on joined_browsers (account);
