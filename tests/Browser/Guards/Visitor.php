<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

use CurlHandle;
use RuntimeException;
use Tests\Browser\Browser;

/**
 * Asks nginx and php-fpm as a browser would, with cookies and the token of its session, but sends whatever a test wants
 * to have sent. A visitor without an account is one that never signs in.
 *
 * @phpstan-type Answer array{status: int, body: string, headers: string, url: string}
 */
final class Visitor
{
    /** Seconds that any single answer may take. */
    private const PATIENCE = 60;

    private const AT_ONCE = 6;

    private readonly string $jar;

    private string $token = '';

    public function __construct(private readonly string $base)
    {
        $this->jar = sys_get_temp_dir().'/kanpai-visitor-'.bin2hex(random_bytes(6));
    }

    public static function signedIn(string $email, string $password): self
    {
        $visitor = new self(Browser::address());
        $visitor->get('/sign-in');
        $answer = $visitor->post('/sign-in', ['email' => $email, 'password' => $password]);
        if ($answer['status'] === 429) {
            // Another guard knocked at this door before; the answer says when it opens again.
            sleep(
                1 + (preg_match('/^Retry-After: (\d+)/mi', $answer['headers'], $m) === 1 ? min(60, (int) $m[1]) : 60),
            );
            $visitor->get('/sign-in');
            $answer = $visitor->post('/sign-in', ['email' => $email, 'password' => $password]);
        }
        if ($answer['status'] !== 302) {
            throw new RuntimeException("{$email} could not sign in: {$answer['status']}");
        }
        $visitor->get('/');

        return $visitor;
    }

    /** @return Answer */
    public function get(string $path): array
    {
        $answer = $this->all([['GET', $path, '', []]])[0];
        if (preg_match('/name="csrf-token" content="([^"]+)"/', $answer['body'], $m) === 1) {
            $this->token = $m[1];
        }

        return $answer;
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @return Answer
     */
    public function post(string $path, array $fields): array
    {
        return $this->all([['POST', $path, $this->form($fields), []]])[0];
    }

    /** @return Answer */
    public function json(string $path, mixed $body): array
    {
        return $this->all([$this->jsonRequest($path, $body)])[0];
    }

    /** @param  array<array-key, mixed>  $fields */
    public function form(array $fields): string
    {
        return http_build_query(['_token' => $this->token, ...$fields]);
    }

    /** @return array{string, string, string, list<string>} */
    public function jsonRequest(string $path, mixed $body): array
    {
        return [
            'POST',
            $path,
            is_string($body) ? $body : (string) json_encode($body, JSON_INVALID_UTF8_IGNORE),
            ['Content-Type: application/json', 'Accept: application/json', 'X-CSRF-TOKEN: '.$this->token],
        ];
    }

    /**
     * Many requests, some at a time. Redirects are not followed.
     *
     * @param  list<array{string, string, string, list<string>}>  $requests  method, path, body, headers
     * @return list<Answer> in the same order
     */
    public function all(array $requests): array
    {
        $answers = [];
        foreach (array_chunk($requests, self::AT_ONCE, true) as $some) {
            $many = curl_multi_init();
            $handles = array_map($this->handle(...), $some);
            foreach ($handles as $handle) {
                curl_multi_add_handle($many, $handle);
            }
            do {
                curl_multi_exec($many, $running);
                curl_multi_select($many, 1.0);
            } while ($running > 0);
            foreach ($handles as $i => $handle) {
                $answers[$i] = $this->answer($handle, $some[$i][1]);
                curl_multi_remove_handle($many, $handle);
            }
            curl_multi_close($many);
        }
        ksort($answers);

        return array_values($answers);
    }

    /** @return array{string, string, string, list<string>} */
    public static function got(string $path): array
    {
        return ['GET', $path, '', []];
    }

    /** @param  array{string, string, string, list<string>}  $request */
    private function handle(array $request): CurlHandle
    {
        [$method, $path, $body, $headers] = $request;
        $handle = curl_init();
        curl_setopt_array($handle, [
            CURLOPT_URL => str_starts_with($path, 'http') ? $path : $this->base.$path,
            CURLOPT_CUSTOMREQUEST => $method,
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_HEADER => true,
            CURLOPT_COOKIEFILE => $this->jar,
            CURLOPT_COOKIEJAR => $this->jar,
            CURLOPT_TIMEOUT => self::PATIENCE,
            CURLOPT_HTTPHEADER => ['Expect:', ...$headers],
            CURLOPT_PATH_AS_IS => true,
        ]);
        if ($method === 'HEAD') {
            curl_setopt($handle, CURLOPT_NOBODY, true);
        } elseif ($method !== 'GET') {
            curl_setopt($handle, CURLOPT_POSTFIELDS, $body);
        }

        return $handle;
    }

    /** @return Answer */
    private function answer(CurlHandle $handle, string $path): array
    {
        $whole = (string) curl_multi_getcontent($handle);
        $head = (int) curl_getinfo($handle, CURLINFO_HEADER_SIZE);

        return [
            'status' => (int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE),
            'headers' => substr($whole, 0, $head),
            'body' => substr($whole, $head),
            'url' => $path,
        ];
    }

    public function __destruct()
    {
        @unlink($this->jar);
    }
}
