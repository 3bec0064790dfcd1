using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Attack;

/// <summary>Whatever is sent, the answer is either right or a problem document in words, and never a fault of the server.</summary>
public sealed partial class BadInputTests() : ConnectedHouse("administrator")
{
    private const string NoCharacter = "\uFFFE";
    private const string TurnedAround = "\u202Eknil";

    private static readonly string[] Reads =
    [
        "documents?after=x",
        "documents?after=~",
        "documents?after=2026-11-10~99999999999999999999",
        $"documents?after={NoCharacter}~1",
        "documents?state=nothing",
        "documents?order=by-chance",
        "documents?period=2026-13",
        "documents?period=0000-00",
        "documents?noticed=what",
        $"documents?text={NoCharacter}",
        "documents/1?period=9999-12",
        "documents/9223372036854775807",
        "documents/99999999999999999999",
        "count?period=0001-01",
        "count?period=9999-12",
        "count?period=x",
        "overview?period=9999-12",
        "posting?period=0001-01",
        "proofs/latest?period=9999-12",
        $"search?text={NoCharacter}",
        $"search?q={NoCharacter}",
        $"mapping/category/value?key={NoCharacter}",
        "mapping/nothing/values",
        $"mapping/{NoCharacter}/values",
        "mapping/book?asOf=0001-01-01",
        "mapping/book?asOf=9999-12-31",
        "mapping/book/files/nothing",
        "mapping/pipeline/files/mapping.csv?asOf=9999-12-31",
        "mapping/history?before=x",
        "mapping/history/99",
        "mapping/compared?from=9999-12-31&through=0001-01-01",
        "dispatches/99",
        "audit?before=x",
        "audit?before=-1",
    ];

    private static readonly (string Method, string Path, object Body)[] Writes =
    [
        ("POST", "mapping/changes", new { rows = new object?[] { null } }),
        (
            "POST",
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = NoCharacter,
                        account = "5120",
                    },
                },
            }
        ),
        (
            "POST",
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = TurnedAround,
                        account = "5120",
                    },
                },
            }
        ),
        (
            "POST",
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = "a\u0000b",
                        account = "5120",
                    },
                },
            }
        ),
        (
            "POST",
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = new string('k', 501),
                        account = "5120",
                    },
                },
            }
        ),
        (
            "POST",
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = "k",
                        account = "5120",
                        effectiveFrom = "9999-12-31",
                    },
                },
            }
        ),
        (
            "POST",
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = "k",
                        account = "5120",
                        effectiveFrom = "1999-12-31",
                    },
                },
            }
        ),
        (
            "POST",
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = "k",
                        account = "5120",
                        effectiveFrom = "2027-11-21",
                    },
                },
            }
        ),
        ("POST", "mapping/changes", new { rows = "x" }),
        ("POST", "mapping/rehearsals", new { rows = new object?[] { null } }),
        (
            "PUT",
            "mapping/hidden",
            new
            {
                kind = "category",
                value = NoCharacter,
                hidden = true,
            }
        ),
        ("PUT", "choices", new { order = new string?[] { null } }),
        ("PUT", "choices", new { order = new[] { "category", "category" } }),
        ("PUT", "choices", new { kinds = new object?[] { null } }),
        ("PUT", "choices", new { kinds = new[] { new { kind = "bill", form = "bill" }, new { kind = "bill", form = "journal" } } }),
        ("PUT", "choices", new { startDate = "0001-01-01" }),
        ("PUT", "choices", new { lockedThrough = "9999-12-31" }),
        ("PUT", "choices", new { schedule = "25:00" }),
        ("PUT", "choices", new { privateAccount = "nothing" }),
        (
            "POST",
            "payment-accounts",
            new
            {
                name = "X",
                kind = "company_card",
                account = "2210",
                numbers = new object?[] { null },
            }
        ),
        (
            "POST",
            "payment-accounts",
            new
            {
                name = "X",
                kind = "company_card",
                account = "2210",
                currency = "QQQ",
            }
        ),
        (
            "POST",
            "payment-accounts",
            new
            {
                name = "X",
                kind = "company_card",
                account = "2210",
                numbers = new[]
                {
                    new
                    {
                        text = "1234",
                        from = "9999-12-31",
                        through = "",
                    },
                },
            }
        ),
        ("PUT", "suppliers/groups", new { name = "G", term = "NOTHING" }),
        ("PUT", "suppliers/groups", new { name = NoCharacter }),
        ("POST", "suppliers/groups/members", new { group = "G", suppliers = new string?[] { null } }),
        ("PUT", "suppliers/links", new { supplier = NoCharacter, name = "Hexham Tannery" }),
        (
            "PUT",
            "suppliers/apart",
            new
            {
                left = (string?)null,
                right = (string?)null,
                apart = true,
            }
        ),
        (
            "POST",
            "statements",
            new
            {
                source = "Supplier bills",
                firstDay = "0001-01-01",
                lastDay = "9999-12-31",
                documents = "1",
                money = "1.00",
            }
        ),
        (
            "POST",
            "statements",
            new
            {
                source = "Supplier bills",
                firstDay = "2026-11-01",
                lastDay = "2026-11-30",
                documents = "99999999999999999999",
                money = "1.00",
            }
        ),
        (
            "POST",
            "statements",
            new
            {
                source = "Supplier bills",
                firstDay = "2026-11-01",
                lastDay = "2026-11-30",
                documents = "1",
                money = "99999999999999999999.00",
            }
        ),
        ("POST", "proofs", new { period = "9999-12" }),
        ("POST", "proofs", new { period = "0001-01" }),
        ("POST", "dispatches", new { period = "9999-12" }),
        ("PUT", "connection/required", new { role = NoCharacter, account = "5120" }),
        ("PUT", "documents/1/set-aside", new { reason = (string?)null }),
        ("PUT", "documents/1/lines/1/account", new { account = NoCharacter }),
        ("PUT", "documents/1/labels", new { }),
        ("PUT", "documents/1/labels", new { labels = new string?[] { null } }),
        ("PUT", "documents/1/labels", new { labels = new[] { NoCharacter } }),
        ("POST", "connection/pulls/waiting/take-over", new { replacements = new object?[] { null } }),
    ];

    [Fact]
    public async Task Nothing_that_is_read_or_written_is_a_fault_of_the_server()
    {
        await client.TakeIn(Header + Bill(1));
        foreach (var path in Reads)
        {
            using var answer = await client.Send(HttpMethod.Get, Client.In(path));
            await Explained(answer);
        }

        foreach (var (method, path, body) in Writes)
        {
            using var answer = await client.Send(new HttpMethod(method), Client.In(path), JsonContent.Create(body, body.GetType()));
            Assert.False(answer.IsSuccessStatusCode, $"{path} {JsonSerializer.Serialize(body)} was taken");
            await Explained(answer);
        }

        Assert.Equal([1], States(house, "ready"));
        AssertSound(house);
    }

    [Fact]
    public async Task A_number_with_zeros_before_it_is_that_number()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2));
        var without = (await client.Get("documents?without=001")).GetProperty("documents").GetInt64();
        Assert.Equal((await client.Get("documents")).GetProperty("documents").GetInt64() - 1, without);
    }

    [Fact]
    public async Task What_a_request_leaves_out_is_no_fault_of_the_server_anywhere()
    {
        await client.TakeIn(Header + Bill(1));
        using var description = await client.Send(HttpMethod.Get, "openapi/v1.json");
        var asked = 0;
        foreach (var path in (await description.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("paths").EnumerateObject())
        foreach (var operation in path.Value.EnumerateObject())
        {
            if (
                path.Name.StartsWith("/api/sign", StringComparison.Ordinal)
                || !operation.Value.TryGetProperty("requestBody", out var body)
                || !body.GetProperty("content").TryGetProperty("application/json", out _)
            )
                continue;
            var address = path.Name.TrimStart('/').Replace("{companyId}", "bindery", StringComparison.Ordinal);
            using var answer = await client.Send(
                new HttpMethod(operation.Name.ToUpperInvariant()),
                Placeholder().Replace(address, m => m.Value == "{year}" ? "2026" : "1"),
                new StringContent("{}", Encoding.UTF8, "application/json")
            );
            await Explained(answer);
            asked++;
        }

        Assert.InRange(asked, 60, 1_000);
    }

    [GeneratedRegex(@"\{\w+\}")]
    private static partial Regex Placeholder();

    [Fact]
    public async Task Every_error_is_a_problem_document_with_the_security_headers()
    {
        using var anonymous = Client.Anonymous(house);
        (Client Who, HttpMethod Method, string Path, HttpContent? Content, HttpStatusCode Status)[] errors =
        [
            (anonymous, HttpMethod.Get, Client.In("count"), null, HttpStatusCode.Unauthorized),
            (anonymous, HttpMethod.Get, "api/nowhere", null, HttpStatusCode.Unauthorized),
            (client, HttpMethod.Get, "api/companies/elsewhere/count", null, HttpStatusCode.Forbidden),
            (client, HttpMethod.Get, Client.In("nowhere"), null, HttpStatusCode.NotFound),
            (client, HttpMethod.Put, Client.In("count"), null, HttpStatusCode.MethodNotAllowed),
            (
                client,
                HttpMethod.Put,
                Client.In("choices"),
                new StringContent("schedule=18:00", Encoding.UTF8, "text/plain"),
                HttpStatusCode.UnsupportedMediaType
            ),
            (
                client,
                HttpMethod.Put,
                Client.In("choices"),
                new StringContent("{", Encoding.UTF8, "application/json"),
                HttpStatusCode.BadRequest
            ),
            (
                client,
                HttpMethod.Put,
                Client.In("choices"),
                new StringContent("{\"schedule\":7}", Encoding.UTF8, "application/json"),
                HttpStatusCode.BadRequest
            ),
            (client, HttpMethod.Put, Client.In("choices"), null, HttpStatusCode.BadRequest),
            (client, HttpMethod.Get, Client.In("documents/99"), null, HttpStatusCode.NotFound),
            (
                client,
                HttpMethod.Post,
                Client.In("mapping/changes"),
                JsonContent.Create(
                    new
                    {
                        rows = new[]
                        {
                            new
                            {
                                kind = "category",
                                key = "k",
                                account = "nowhere",
                            },
                        },
                    }
                ),
                HttpStatusCode.UnprocessableEntity
            ),
        ];
        foreach (var (who, method, path, content, status) in errors)
        {
            using var answer = await who.Send(method, path, content);
            Assert.True(status == answer.StatusCode, $"{method} {path}: {answer.StatusCode}");
            await Explained(answer);
        }
    }

    [Fact]
    public async Task A_file_says_row_and_column_of_what_it_may_not_hold_and_takes_nothing_in()
    {
        (string Good, string Bad, string Column, string Says)[] faults =
        [
            ("Thing 1", "Thi\u0001ng", "description", "control character (U+0001)"),
            ("Thing 1", $"Thing {TurnedAround}", "description", "direction of writing"),
            ("Thing 1", NoCharacter, "description", "no character (U+FFFE)"),
            ("Thing 1", new string('d', 501), "description", "501 characters"),
            ("2026-11-10", "9999-12-31", "document_date", "1990-01-01"),
            ("2026-11-10", "1989-12-31", "document_date", "1990-01-01"),
        ];
        foreach (var (good, bad, column, says) in faults)
        {
            var file = Header + Bill(2) + Bill(1).Replace(good, bad, StringComparison.Ordinal);
            var shown = await client.Preview(file);
            var error = shown.GetProperty("errors")[0];
            Assert.Equal((3, column), (error.GetProperty("row").GetInt32(), error.GetProperty("column").GetString()));
            Assert.Contains(says, error.GetProperty("message").GetString(), StringComparison.Ordinal);
            Assert.True(error.GetProperty("message").GetString()!.Length < 250);
            using var content = new StringContent(file, Encoding.UTF8, "text/csv");
            using var refused = await client.Send(HttpMethod.Post, Client.In("arrivals?fileName=f.csv"), content);
            Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
            Assert.Equal(
                column,
                (await refused.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("errors")[0].GetProperty("column").GetString()
            );
        }

        // Of many columns that are not known ten are named. A tab and a line break are texts, and notes may be long.
        var names = string.Join(',', Enumerable.Range(1, 30).Select(i => $"x{i}"));
        var notices = (await client.Preview(Header.TrimEnd() + $",{names}\n" + Bill(1).TrimEnd() + new string(',', 30) + "\n")).GetProperty(
            "notices"
        );
        Assert.Equal(11, notices.GetArrayLength());
        Assert.Contains("20 further columns", notices[10].GetProperty("message").GetString(), StringComparison.Ordinal);
        var texts = await client.Preview(
            Header.TrimEnd()
                + ",notes\n"
                + Bill(1).Replace("Thing 1", "\"Thing\t1\nand more\"", StringComparison.Ordinal).TrimEnd()
                + $",{new string('n', 10_000)}\n"
        );
        Assert.Equal((1, 0), (texts.GetProperty("added").GetInt32(), texts.GetProperty("errorCount").GetInt32()));
        Assert.Equal(0, States(house, "ready", "held").Sum());
    }

    [Fact]
    public void Files_are_their_owners_alone()
    {
        var files = Directory
            .EnumerateFiles(house.Folder, "*", SearchOption.AllDirectories)
            .Where(f => !f.StartsWith(Path.Combine(house.Folder, "ledger"), StringComparison.Ordinal))
            .ToList();
        Assert.Contains(files, f => f.EndsWith("bindery.sqlite", StringComparison.Ordinal));
        Assert.Contains(files, f => f.EndsWith("audit.key", StringComparison.Ordinal));
        Assert.All(files, f => Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(f)));
        Assert.All(
            files.Select(f => Path.GetDirectoryName(f)!).Distinct(),
            d => Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute, File.GetUnixFileMode(d))
        );
    }

    private static async Task Explained(HttpResponseMessage answer)
    {
        var where = $"{answer.RequestMessage!.Method} {answer.RequestMessage.RequestUri}: {(int)answer.StatusCode}";
        Assert.True((int)answer.StatusCode < 500, where);
        Assert.True(answer.Headers.Contains("Content-Security-Policy") && answer.Headers.Contains("X-Content-Type-Options"), where);
        if (answer.IsSuccessStatusCode)
            return;
        Assert.True(answer.Content.Headers.ContentType?.MediaType == "application/problem+json", where);
        var problem = await answer.Content.ReadFromJsonAsync<JsonElement>();
        Assert.NotEqual("", problem.GetProperty("type").GetString());
        Assert.True(problem.GetProperty("detail").GetString()!.Length is > 10 and < 1000, where);
    }
}
