<?php

declare(strict_types=1);

namespace Lockside\Tolls;

/** What a passage costs, and where it is written down. */
final class Tolls
{
    private string $store;
    private string $currency;
    private int $freeHours;

    public function __construct()
    {
        $this->store = getenv('TOLL_STORE_URL') ?: throw new \RuntimeException('TOLL_STORE_URL is not set');
        $this->currency = getenv('TOLL_CURRENCY') ?: 'EUR';
        $this->freeHours = (int) ($_ENV['TOLL_FREE_HOURS'] ?? '2');
    }

    public function sign(string $receipt): string
    {
        // Without a key of our own the receipts are signed with the old one.
        $key = getenv('TOLL_SIGNING_KEY') ?: getenv('TOLL_LEGACY_KEY');
        return hash_hmac('sha256', $receipt, (string) $key);
    }
}
