<?php

declare(strict_types=1);

namespace App\Deliver\Out;

/**
 * Hosts that Kanpai calls: those of the open internet, and of private networks or this machine only those that the
 * configuration names. What a name leads to is looked at when it is saved, and again before each call.
 */
final class OpenHosts
{
    /** @return string|null why it is not called; null where it may be */
    public static function problem(string $address): ?string
    {
        $host = self::host($address);
        if ($host === '') {
            return 'This is no host. Write its name or its address.';
        }
        if (in_array(strtolower($host), array_map(strtolower(...), (array) config('kanpai.private_hosts')), true)) {
            return null;
        }
        foreach (self::addresses($host) as $ip) {
            if (filter_var($ip, FILTER_VALIDATE_IP, FILTER_FLAG_GLOBAL_RANGE) === false) {
                return "“{$host}” is a host of a private network or of this machine. Whoever looks after this ".
                    'installation can allow it by KANPAI_PRIVATE_HOSTS.';
            }
        }

        return null;
    }

    /** @throws UnableToSendOut */
    public static function check(string $address): void
    {
        $problem = self::problem($address);
        if ($problem !== null) {
            throw UnableToSendOut::isNotAllowed($problem);
        }
    }

    private static function host(string $address): string
    {
        $host = str_contains($address, '://') ? (string) parse_url($address, PHP_URL_HOST) : $address;

        return preg_match('/^[A-Za-z0-9._:\[\]-]+$/', $host) === 1 ? trim($host, '[]') : '';
    }

    /** @return list<string> none for a name that leads nowhere just now */
    private static function addresses(string $host): array
    {
        if (filter_var($host, FILTER_VALIDATE_IP) !== false) {
            return [$host];
        }
        $four = gethostbynamel($host) ?: [];
        $six = $four === [] ? [] : array_column(@dns_get_record($host, DNS_AAAA) ?: [], 'ipv6');

        return array_values(array_map(strval(...), [...$four, ...$six]));
    }
}
