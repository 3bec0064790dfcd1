using System.Net;
using System.Text;
using System.Text.Json;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;
using Adnumera.Core.Proof;
using Adnumera.LedgerClient.Http;
using Microsoft.Extensions.DependencyInjection;

namespace Adnumera.LedgerClient.Tests;

/// <summary>What the network and the ledger may do, and what the port makes of it.</summary>
public sealed class HttpLedgerTests
{
    private static readonly EntryInstruction Instruction = new()
    {
        IdempotencyKey = "bindery/document/7/1",
        Identity = new DocumentIdentity("Supplier bills", "B7"),
        Form = LedgerForm.SupplierCredit,
        Date = new DateOnly(2026, 11, 12),
        Reference = "2291",
        Supplier = "Marrow & Oake",
        Currency = "USD",
        Lines =
        [
            new InstructionLine(
                "5120",
                -1250,
                "RC",
                Dimensions.Named("Bench").With(Dimension.Of("season"), "Spring list"),
                "Goatskin",
                false
            ),
            new InstructionLine("2100", 1250, "", default, "", true),
        ],
    };

    private static readonly ILedgerConnector Connector = new ServiceCollection()
        .AddLedgers(TimeSpan.FromSeconds(5))
        .BuildServiceProvider()
        .GetRequiredService<ILedgerConnector>();

    private static HttpLedger Ledger(Answers answers) =>
        new(new HttpClient(answers) { BaseAddress = new Uri("http://127.0.0.1:1/") }, "secret", Currency.Usd);

    [Fact]
    public async Task An_entry_goes_out_with_its_key_its_token_and_decimal_strings()
    {
        var answers = new Answers((_, _) => Json(HttpStatusCode.Created, new { id = "E1001" }));
        Assert.Equal(new PostingAnswer.Accepted("E1001"), await Ledger(answers).PostEntry(Instruction, default));
        var sent = Assert.Single(answers.Sent);
        Assert.Equal(("POST /api/entries", "bindery/document/7/1", "Bearer secret"), (sent.What, sent.Key, sent.Token));
        var body = JsonDocument.Parse(sent.Body).RootElement;
        Assert.Equal(
            ("supplier_credit", "2026-11-12", "B7"),
            (body.GetProperty("form").GetString(), body.GetProperty("date").GetString(), body.GetProperty("sourceId").GetString())
        );
        Assert.Equal(
            """{"department":"Bench","season":"Spring list"}""",
            body.GetProperty("lines")[0].GetProperty("dimensions").GetRawText()
        );
        Assert.Equal(
            ["0.00/12.50", "12.50/0.00"],
            body.GetProperty("lines")
                .EnumerateArray()
                .Select(l => $"{l.GetProperty("debit").GetString()}/{l.GetProperty("credit").GetString()}")
        );
    }

    [Fact]
    public async Task A_repeated_answer_is_as_good_as_the_first() =>
        Assert.Equal(
            new PostingAnswer.Accepted("E1001"),
            await Ledger(new Answers((_, _) => Json(HttpStatusCode.OK, new { id = "E1001" }))).PostEntry(Instruction, default)
        );

    [Theory]
    [InlineData(HttpStatusCode.UnprocessableEntity)]
    [InlineData(HttpStatusCode.BadRequest)]
    public async Task A_refusal_keeps_the_ledgers_code_and_words(HttpStatusCode status) =>
        Assert.Equal(
            new PostingAnswer.Refused("account-closed", "Account 5120 is closed."),
            await Ledger(new Answers((_, _) => Json(status, new { type = "account-closed", detail = "Account 5120 is closed." })))
                .PostEntry(Instruction, default)
        );

    [Fact]
    public async Task Being_told_to_wait_is_no_loss_and_keeps_the_time()
    {
        var answers = new Answers(
            (_, _) =>
            {
                var later = Json(HttpStatusCode.TooManyRequests, new { });
                later.Headers.Add("Retry-After", "7");
                return later;
            }
        );
        Assert.Equal(new PostingAnswer.TryLater(TimeSpan.FromSeconds(7)), await Ledger(answers).PostEntry(Instruction, default));
    }

    [Theory]
    [InlineData(HttpStatusCode.ServiceUnavailable, "{\"type\": \"unavailable\", \"detail\": \"later\"}")]
    [InlineData(HttpStatusCode.InternalServerError, "{\"type\": \"fault\", \"detail\": \"sorry\"}")]
    [InlineData(HttpStatusCode.BadGateway, "")]
    [InlineData(HttpStatusCode.Redirect, "")]
    [InlineData(HttpStatusCode.NotFound, "{}")]
    [InlineData(HttpStatusCode.Created, "")]
    [InlineData(HttpStatusCode.Created, "null")]
    [InlineData(HttpStatusCode.Created, "{}")]
    [InlineData(HttpStatusCode.Created, "{\"id\": \"\"}")]
    [InlineData(HttpStatusCode.Created, "{\"id\": null}")]
    [InlineData(HttpStatusCode.OK, "{\"id\": \"E1")]
    [InlineData(HttpStatusCode.UnprocessableEntity, "")]
    [InlineData(HttpStatusCode.UnprocessableEntity, "{}")]
    [InlineData(HttpStatusCode.UnprocessableEntity, "{\"type\": \"about:blank\", \"detail\": \"No.\"}")]
    [InlineData(HttpStatusCode.Conflict, "null")]
    [InlineData(HttpStatusCode.Conflict, "{\"type\": \"being-written\", \"detail\": \"This key is being written.\"}")]
    [InlineData(HttpStatusCode.BadRequest, "{\"type\": \"\", \"detail\": \"\"}")]
    public async Task Whatever_is_no_clear_yes_or_no_is_unknown(HttpStatusCode status, string body)
    {
        var answers = new Answers(
            (_, _) => new HttpResponseMessage(status) { Content = new StringContent(body, Encoding.UTF8, "application/json") }
        );
        Assert.IsType<PostingAnswer.Lost>(await Ledger(answers).PostEntry(Instruction, default));
        Assert.IsType<PostingAnswer.Lost>(await Ledger(answers).PostSupplier("k", "Hexham", default));
    }

    [Fact]
    public async Task A_key_that_was_used_with_other_content_is_no_refusal_the_key_is_in_the_ledger() =>
        Assert.Equal(
            new PostingAnswer.KeyInUse("This key was used for other content."),
            await Ledger(
                    new Answers(
                        (_, _) =>
                            Json(
                                HttpStatusCode.Conflict,
                                new { type = "idempotency-key-reused", detail = "This key was used for other content." }
                            )
                    )
                )
                .PostEntry(Instruction, default)
        );

    [Fact]
    public async Task Giving_up_waiting_is_unknown_for_a_post_and_slow_for_a_reading()
    {
        var answers = new Answers((_, _) => throw new Polly.Timeout.TimeoutRejectedException());
        Assert.IsType<PostingAnswer.Lost>(await Ledger(answers).PostEntry(Instruction, default));
        Assert.Equal(
            LedgerTrouble.Slow,
            (await Assert.ThrowsAsync<LedgerUnavailableException>(() => Ledger(answers).Records(default))).Trouble
        );
        Assert.Equal(
            LedgerTrouble.Slow,
            (await Assert.ThrowsAsync<LedgerUnavailableException>(() => Ledger(answers).FindByKey("k", default))).Trouble
        );
    }

    [Theory]
    [InlineData("null")]
    [InlineData("[null]")]
    [InlineData("[{}]")]
    [InlineData("[{\"account\": null, \"debit\": \"1.00\", \"credit\": \"0.00\"}]")]
    [InlineData("[{\"account\"")]
    [InlineData("{}")]
    public async Task What_a_ledger_leaves_out_is_no_answer_and_no_fault_here(string body)
    {
        HttpResponseMessage Says(HttpRequestMessage request, int count) =>
            new(HttpStatusCode.OK) { Content = new StringContent(body, Encoding.UTF8, "application/json") };
        await Assert.ThrowsAsync<LedgerUnavailableException>(() =>
            Ledger(new Answers(Says)).TrialBalance(new DateOnly(2026, 11, 30), default)
        );
        await Assert.ThrowsAsync<LedgerUnavailableException>(() =>
            Ledger(new Answers(Says)).EntriesOf([new DocumentIdentity("s", "1")], default)
        );
        await Assert.ThrowsAsync<LedgerUnavailableException>(() => Ledger(new Answers(Says)).FindByKey("k", default));
    }

    [Fact]
    public async Task A_consent_taken_back_is_told_apart() =>
        Assert.IsType<PostingAnswer.NotAllowed>(
            await Ledger(new Answers((_, _) => Json(HttpStatusCode.Unauthorized, new { }))).PostEntry(Instruction, default)
        );

    [Fact]
    public async Task Anything_without_a_clear_answer_is_lost_and_never_throws()
    {
        Assert.IsType<PostingAnswer.Lost>(
            await Ledger(new Answers((_, _) => throw new HttpRequestException("reset"))).PostEntry(Instruction, default)
        );
        Assert.IsType<PostingAnswer.Lost>(
            await Ledger(new Answers((_, _) => throw new TaskCanceledException("time-out"))).PostEntry(Instruction, default)
        );
        Assert.IsType<PostingAnswer.Lost>(
            await Ledger(new Answers((_, _) => Json(HttpStatusCode.InternalServerError, new { }))).PostEntry(Instruction, default)
        );
        Assert.IsType<PostingAnswer.Lost>(
            await Ledger(
                    new Answers(
                        (_, _) =>
                            new HttpResponseMessage(HttpStatusCode.Created)
                            {
                                Content = new StringContent("{\"id\": \"E1", Encoding.UTF8, "application/json"),
                            }
                    )
                )
                .PostEntry(Instruction, default)
        );
    }

    [Fact]
    public async Task A_key_that_the_ledger_does_not_have_is_null_and_one_that_it_has_is_its_id()
    {
        Assert.Null(await Ledger(new Answers((_, _) => new HttpResponseMessage(HttpStatusCode.NotFound))).FindByKey("a/b c", default));
        var answers = new Answers((_, _) => Json(HttpStatusCode.OK, new { key = "a/b c", id = "E5" }));
        Assert.Equal("E5", await Ledger(answers).FindByKey("a/b c", default));
        Assert.Equal("GET /api/results?key=a%2Fb%20c", answers.Sent[0].What);
    }

    [Fact]
    public async Task Asking_for_a_key_without_an_answer_is_not_the_same_as_not_having_it() =>
        await Assert.ThrowsAsync<LedgerUnavailableException>(() =>
            Ledger(new Answers((_, _) => throw new HttpRequestException("down"))).FindByKey("k", default)
        );

    [Fact]
    public async Task Entries_are_read_page_by_page_until_one_is_short()
    {
        var answers = new Answers(
            (request, _) =>
                Json(
                    HttpStatusCode.OK,
                    Enumerable
                        .Range(
                            request.RequestUri!.Query.Contains("after", StringComparison.Ordinal) ? 500 : 0,
                            request.RequestUri.Query.Contains("after", StringComparison.Ordinal) ? 3 : 500
                        )
                        .Select(Entry)
                )
        );
        var found = await Ledger(answers).Entries(new DateOnly(2026, 11, 1), new DateOnly(2026, 11, 30), default).ToListAsync();
        Assert.Equal(503, found.Count);
        Assert.Equal(2, answers.Sent.Count);
        Assert.Contains("after=E499", answers.Sent[1].What, StringComparison.Ordinal);
        Assert.Equal((LedgerStatus.Draft, true), (found[1].Status, found[2].IsPayment));
        Assert.Null(found[3].Identity);
        Assert.Equal(
            new ProofLine("5120", 1250, 0, "RC", Dimensions.Named("Bench").With(Dimension.Of("season"), "Spring list")),
            found[0].Lines[0]
        );
    }

    [Fact]
    public async Task Entries_of_many_keys_are_asked_for_in_parts()
    {
        var answers = new Answers((_, _) => Json(HttpStatusCode.OK, Array.Empty<object>()));
        await Ledger(answers).EntriesOf([.. Enumerable.Range(0, 1201).Select(i => new DocumentIdentity("s", $"{i}"))], default);
        Assert.Equal([500, 500, 201], answers.Sent.Select(s => JsonDocument.Parse(s.Body).RootElement.GetArrayLength()));
    }

    // What the ledger answers when everything it owns is read: accounts as given, nothing else.
    private static object Records(string path, params object[] accounts) =>
        path switch
        {
            _ when path.Contains("organisation", StringComparison.Ordinal) => new
            {
                id = "o",
                name = "O",
                currency = "USD",
            },
            _ when path.Contains("accounts", StringComparison.Ordinal) => accounts,
            _ => Array.Empty<object>(),
        };

    [Fact]
    public async Task The_chart_is_read_with_kinds_and_roles_and_an_unknown_role_is_none()
    {
        var accounts = (
            await Ledger(
                    new Answers(
                        (request, _) =>
                            Json(
                                HttpStatusCode.OK,
                                Records(
                                    request.RequestUri!.AbsolutePath,
                                    new
                                    {
                                        id = "2100",
                                        number = "2100",
                                        name = "Payable",
                                        kind = "liability",
                                        role = "payables_control",
                                        parent = "",
                                        active = true,
                                        requires = "",
                                    },
                                    new
                                    {
                                        id = "9",
                                        number = "",
                                        name = "Odd",
                                        kind = "expense",
                                        role = "something_else",
                                        parent = "",
                                        active = false,
                                        requires = "project",
                                    }
                                )
                            )
                    )
                )
                .Records(default)
        ).Accounts;
        Assert.Equal(Dimension.Project, accounts[1].Requires);
        Assert.Equal((AccountRole.PayablesControl, AccountKind.Liability, true), (accounts[0].Role, accounts[0].Kind, accounts[0].Active));
        Assert.Equal((AccountRole.None, false), (accounts[1].Role, accounts[1].Active));
    }

    [Fact]
    public async Task Everything_that_the_ledger_owns_is_read_in_its_own_words()
    {
        var answers = new Answers(
            (request, _) =>
                Json(
                    HttpStatusCode.OK,
                    request.RequestUri!.AbsolutePath switch
                    {
                        "/api/organisation" => new
                        {
                            id = "o",
                            name = "O",
                            currency = "USD",
                        },
                        "/api/suppliers" => new[]
                        {
                            new
                            {
                                id = "S1",
                                name = "Hexham",
                                taxNumber = "00-1",
                                email = "a@b.example",
                                address = "1 Lane",
                            },
                        },
                        "/api/employees" => new[]
                        {
                            new
                            {
                                id = "E1",
                                name = "Ines",
                                email = "",
                                active = false,
                            },
                        },
                        "/api/dimensions" => new[]
                        {
                            new
                            {
                                kind = "project",
                                id = "J1",
                                name = "Atlas",
                                active = true,
                            },
                        },
                        "/api/own-dimensions" => new[] { new { word = "season", on = true }, new { word = "press", on = false } },
                        "/api/payment-terms" => new[]
                        {
                            new
                            {
                                id = "T",
                                name = "10th",
                                rule = "day_of_next_month",
                                days = 10,
                            },
                        },
                        "/api/items" => new[]
                        {
                            new
                            {
                                id = "I1",
                                name = "Hide",
                                account = "5120",
                                active = true,
                            },
                        },
                        "/api/tax-codes" => new[]
                        {
                            new
                            {
                                code = "RC",
                                name = "Reclaimable",
                                percent = "8.25",
                            },
                        },
                        "/api/features" => new[] { new { name = "projects", on = true }, new { name = "journals", on = false } },
                        "/api/supplier-history" => new[]
                        {
                            new
                            {
                                supplier = "Hexham",
                                account = "5120",
                                lines = 3,
                                amount = "30.00",
                                last = "2026-10-01",
                            },
                        },
                        _ => (object)Array.Empty<object>(),
                    }
                )
        );
        var records = await Ledger(answers).Records(default);
        Assert.Equal(new LedgerSupplier("S1", "Hexham", "00-1", "a@b.example", "1 Lane"), records.Suppliers[0]);
        Assert.Equal(new LedgerEmployee("E1", "Ines", "", false), records.Employees[0]);
        Assert.Equal(new LedgerDimension(Dimension.Project, "J1", "Atlas", true), records.Dimensions[0]);
        Assert.Equal(new PaymentTerm("T", "10th", TermRule.DayOfNextMonth, 10), records.Terms[0]);
        Assert.Equal(new LedgerItem("I1", "Hide", "5120", true), records.Items[0]);
        Assert.Equal(8.25m, records.TaxCodes[0].Percent);
        Assert.Equal([Dimension.Project, Dimension.Of("season")], records.Capabilities.Dimensions);
        Assert.Equal([LedgerFeature.Projects], records.Capabilities.On);
        Assert.Equal(new SupplierPosting("Hexham", "5120", 3, new DateOnly(2026, 10, 1)), records.History[0]);
        Assert.All(answers.Sent, s => Assert.Equal("Bearer secret", s.Token));
    }

    [Fact]
    public void A_record_is_shown_on_its_own_page_of_the_ledger() =>
        Assert.Equal(
            "http://127.0.0.1:5190/a%20b/accounts#51%2F20",
            Connector.RecordPage(new Uri("http://127.0.0.1:5190/"), "a b", RecordKind.Account, "51/20").AbsoluteUri
        );

    [Fact]
    public async Task What_cannot_be_read_is_said_and_not_guessed()
    {
        await Assert.ThrowsAsync<LedgerUnavailableException>(() =>
            Ledger(
                    new Answers(
                        (request, _) =>
                            Json(
                                HttpStatusCode.OK,
                                Records(
                                    request.RequestUri!.AbsolutePath,
                                    new
                                    {
                                        id = "1",
                                        number = "",
                                        name = "",
                                        kind = "mystery",
                                        role = "",
                                        parent = "",
                                        active = true,
                                    }
                                )
                            )
                    )
                )
                .Records(default)
        );
        await Assert.ThrowsAsync<LedgerUnavailableException>(() =>
            Ledger(
                    new Answers(
                        (_, _) =>
                            Json(
                                HttpStatusCode.OK,
                                new[]
                                {
                                    new
                                    {
                                        account = "1",
                                        debit = "12,50",
                                        credit = "0.00",
                                    },
                                }
                            )
                    )
                )
                .TrialBalance(new DateOnly(2026, 11, 30), default)
        );
        var e = await Assert.ThrowsAsync<LedgerUnavailableException>(() =>
            Ledger(new Answers((_, _) => Json(HttpStatusCode.Unauthorized, new { }))).Records(default)
        );
        Assert.Contains("Connect it again", e.Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_trial_balance_is_debit_minus_credit_in_minor_units()
    {
        var balances = await Ledger(
                new Answers(
                    (_, _) =>
                        Json(
                            HttpStatusCode.OK,
                            new[]
                            {
                                new
                                {
                                    account = "5120",
                                    debit = "12.50",
                                    credit = "0.00",
                                },
                                new
                                {
                                    account = "2100",
                                    debit = "0.00",
                                    credit = "12.50",
                                },
                            }
                        )
                )
            )
            .TrialBalance(new DateOnly(2026, 11, 30), default);
        Assert.Equal([new LedgerBalance("5120", 1250), new LedgerBalance("2100", -1250)], balances);
    }

    private static object Payment(string amount, params object[] parts) =>
        new
        {
            id = "E7",
            date = "2026-03-02",
            supplier = "Tamsin Arkley",
            method = "check",
            paidFrom = "1010",
            reference = "CHK 1",
            status = "voided",
            amount,
            withheld = "24.00",
            parts,
        };

    private static object Part(string amount, params (string Account, string Amount)[] lines) =>
        new
        {
            bill = "E3",
            reference = "T-1",
            amount,
            lines = lines.Select(
                (l, i) =>
                    new
                    {
                        line = i + 1,
                        account = l.Account,
                        amount = l.Amount,
                    }
            ),
        };

    private static async Task<List<LedgerPayment>> Payments(object payment)
    {
        var found = new List<LedgerPayment>();
        var ledger = Ledger(new Answers((_, _) => Json(HttpStatusCode.OK, new[] { payment })));
        await foreach (var one in ledger.Payments(new DateOnly(2026, 1, 1), new DateOnly(2026, 12, 31), default))
            found.Add(one);
        return found;
    }

    [Fact]
    public async Task A_payment_says_what_it_paid_and_how()
    {
        var payment = Assert.Single(
            await Payments(Payment("100.00", Part("60.00", ("6050", "80.00"), ("6110", "-5.00")), Part("40.00", ("2100", "40.00"))))
        );
        Assert.Equal((PaymentMethod.Check, true, 100_00L, 24_00L), (payment.Method, payment.IsVoided, payment.Amount, payment.Withheld));
        Assert.Equal(
            [(60_00L, "6050 8000, 6110 -500"), (40_00L, "2100 4000")],
            payment.Parts.Select(p => (p.Amount, string.Join(", ", p.Lines.Select(l => $"{l.Account} {l.Amount}"))))
        );
    }

    [Fact]
    public async Task What_does_not_add_up_or_says_nothing_of_what_it_is_for_is_no_payment()
    {
        await Assert.ThrowsAsync<LedgerUnavailableException>(() => Payments(Payment("100.00", Part("60.00", ("6050", "60.00")))));
        await Assert.ThrowsAsync<LedgerUnavailableException>(() => Payments(Payment("100.00", Part("100.00"))));
    }

    [Fact]
    public void The_consent_page_is_asked_for_with_who_asks_and_where_to_come_back()
    {
        var page = Connector.ConsentPage(new Uri("http://127.0.0.1:5190/"), new Uri("http://127.0.0.1:5180/connect/return"), "a b&c");
        Assert.Equal(
            "http://127.0.0.1:5190/consent?client=Adnumera&redirect_uri=http%3A%2F%2F127.0.0.1%3A5180%2Fconnect%2Freturn&state=a%20b%26c",
            page.AbsoluteUri
        );
    }

    private static object Entry(int i) =>
        new
        {
            id = $"E{i}",
            type = i == 2 ? "payment" : "entry",
            date = "2026-11-12",
            reference = "R",
            supplier = "",
            employee = "",
            source = i == 3 ? "" : "s",
            sourceId = i == 3 ? "" : $"{i}",
            status = i == 1 ? "draft" : "posted",
            lines = new[]
            {
                new
                {
                    account = "5120",
                    debit = "12.50",
                    credit = "0.00",
                    taxCode = "RC",
                    dimensions = new { department = "Bench", season = "Spring list" },
                },
            },
        };

    private static HttpResponseMessage Json(HttpStatusCode status, object body) =>
        new(status) { Content = new StringContent(JsonSerializer.Serialize(body, body.GetType()), Encoding.UTF8, "application/json") };

    /// <summary>Stands where the network is, and notes what was sent.</summary>
    private sealed class Answers(Func<HttpRequestMessage, int, HttpResponseMessage> answer) : HttpMessageHandler
    {
        public List<(string What, string Key, string Token, string Body)> Sent { get; } = [];

        protected override async Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken cancellationToken)
        {
            Sent.Add(
                (
                    $"{request.Method} {request.RequestUri!.PathAndQuery}",
                    request.Headers.TryGetValues("Idempotency-Key", out var key) ? key.Single() : "",
                    request.Headers.Authorization?.ToString() ?? "",
                    request.Content is null ? "" : await request.Content.ReadAsStringAsync(cancellationToken)
                )
            );
            return answer(request, Sent.Count);
        }
    }
}
